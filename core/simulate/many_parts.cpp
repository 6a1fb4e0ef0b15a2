#include "simulate/many_parts.h"

#include "cutting/formulas.h"
#include "shop/tables.h"
#include "shop/threads.h"
#include "survey/fits.h"
#include "survey/survey.h"
#include "words/say.h"

#include <algorithm>
#include <cmath>

namespace clockface {

namespace {

constexpr double share_looked_at = 0.95; // nineteen in twenty
constexpr int most_in_cloud = 240;
constexpr int parts_for_budget = 100;

Length share_of(std::vector<Length> sorted, double share) {
    if (sorted.empty())
        return {};
    std::sort(sorted.begin(), sorted.end());
    const auto at = static_cast<std::size_t>(std::ceil(share * static_cast<double>(sorted.size()))) - 1;
    return sorted[std::min(at, sorted.size() - 1)];
}

// How far a screw lets its hole stand beside the mate's: a tapped hole under the usual clearance hole, or a clearance
// hole over a tapped one.
std::optional<Length> play_of(const HoleSpec& spec) {
    if (spec.purpose != Purpose::Tapped && spec.purpose != Purpose::Clearance)
        return std::nullopt;
    const auto thread = find_thread(spec.label);
    if (!thread)
        return std::nullopt;
    if (spec.purpose == Purpose::Clearance)
        return (spec.diameter - thread->major) / 2.0;
    const auto row = clearance_for(screw_of(*thread));
    return row ? std::optional((row->normal - thread->major) / 2.0) : std::nullopt;
}

class Maker {
public:
    explicit Maker(const ManyPartsNeeds& needs)
        : m_needs(needs)
        , m_wander(wander_of(needs.job, needs.chains, needs.kind_of, needs.estimates))
        , m_allowed(allowed_of(needs.job, needs.holes, needs.estimates)) {
        for (const Hole& hole : needs.holes)
            m_play.push_back(play_of(hole.spec));
        if (std::holds_alternative<MarksAcross>(needs.machine.kind))
            m_survey = survey(needs.job.old_part); // once, and not for every part
    }

    ManyParts make(int parts, std::uint64_t seed) {
        ManyParts out;
        out.parts = parts;
        out.within = m_needs.job.holes_within;
        for (const Allowed& each : m_allowed)
            if (each.by_fit)
                out.fits_within = each.x;
            else
                out.own_within = out.own_within || each.x != out.within || each.y != out.within;
        out.cloud.resize(m_needs.holes.size());
        const bool screws =
            std::any_of(m_play.begin(), m_play.end(), [](const auto& play) { return play.has_value(); });
        int within = 0, bolts = 0;
        std::vector<Length> misses;
        for (int part = 0; part < parts; ++part) {
            const std::vector<std::optional<Point>> off =
                make_part(every_source(), seed + static_cast<std::uint64_t>(part));
            Length worst;
            bool right = true;
            for (std::size_t i = 0; i < off.size(); ++i) {
                if (!off[i])
                    continue;
                const Length miss = hypot(off[i]->x, off[i]->y);
                right = right && m_allowed[i].holds(*off[i]);
                worst = std::max(worst, miss);
                misses.push_back(miss);
                if (part < most_in_cloud)
                    out.cloud[i].push_back(*off[i]);
            }
            out.worst_of_part.push_back(worst);
            within += right ? 1 : 0;
            if (screws)
                bolts += goes_on(off) ? 1 : 0;
        }
        std::sort(out.worst_of_part.begin(), out.worst_of_part.end());
        out.share_within = static_cast<double>(within) / parts;
        if (screws)
            out.share_bolts = static_cast<double>(bolts) / parts;
        out.most = share_of(std::move(misses), share_looked_at);
        out.budget = budget(seed, std::min(parts, parts_for_budget));
        return out;
    }

private:
    const ManyPartsNeeds& m_needs;
    std::vector<Length> m_wander;
    std::vector<std::optional<Length>> m_play;
    std::vector<Allowed> m_allowed; // by hole
    std::optional<Survey> m_survey;

    static std::vector<ErrorSource> every_source() { return {error_sources.begin(), error_sources.end()}; }

    // Where every hole stands beside its place: where its first cut was made, since the others run in it.
    [[nodiscard]] std::vector<std::optional<Point>> make_part(std::vector<ErrorSource> drawn,
                                                              std::uint64_t seed) const {
        Conditions conditions;
        conditions.drawn = std::move(drawn);
        conditions.seed = seed;
        conditions.wander = &m_wander;
        conditions.lock_jump_varies = m_needs.estimates.lock_jump_varies;
        conditions.survey = m_survey ? &*m_survey : nullptr;
        const SimulatedRun run = carry_out(m_needs.route, m_needs.machine, m_needs.job, m_needs.holes, conditions);
        std::vector<std::optional<Point>> off(m_needs.holes.size());
        for (const Landing& landing : run.landings) {
            auto& at = off[static_cast<std::size_t>(landing.hole)];
            if (!landing.touch && !at)
                at = landing.at - m_needs.holes[static_cast<std::size_t>(landing.hole)].at;
        }
        return off;
    }

    // On a mate made exactly to the drawing: as it lies, or pushed and turned to where it goes best.
    [[nodiscard]] bool goes_on(const std::vector<std::optional<Point>>& off) const {
        std::vector<BoltedPair> pairs;
        bool as_it_lies = true;
        for (std::size_t i = 0; i < off.size(); ++i) {
            if (!off[i] || !m_play[i])
                continue;
            pairs.push_back({m_needs.holes[i].name, m_needs.holes[i].at, *off[i], *m_play[i]});
            as_it_lies = as_it_lies && hypot(off[i]->x, off[i]->y) <= *m_play[i];
        }
        return as_it_lies || play_left(pairs) >= Length{};
    }

    [[nodiscard]] std::vector<BudgetLine> budget(std::uint64_t seed, int parts) const {
        std::vector<BudgetLine> lines;
        lines.push_back({std::nullopt, misses_from({}, seed, 1)});
        const Length rounding = lines.front().most;
        for (const ErrorSource source : error_sources) {
            const Length most = misses_from({source}, seed, parts);
            // Each is drawn on top of the rounding, which stays as it is; what it adds by itself is what counts.
            const double own = std::sqrt(std::max(0.0, std::pow(most.in_mm(), 2.0) - std::pow(rounding.in_mm(), 2.0)));
            if (own > 1e-6)
                lines.push_back({source, Length::mm(own)});
        }
        std::stable_sort(lines.begin(), lines.end(),
                         [](const BudgetLine& a, const BudgetLine& b) { return a.most > b.most; });
        return lines;
    }
    [[nodiscard]] Length misses_from(const std::vector<ErrorSource>& sources, std::uint64_t seed, int parts) const {
        std::vector<Length> misses;
        for (int part = 0; part < parts; ++part)
            for (const auto& off : make_part(sources, seed + static_cast<std::uint64_t>(part)))
                if (off)
                    misses.push_back(hypot(off->x, off->y));
        return share_of(std::move(misses), share_looked_at);
    }
};

} // namespace

std::optional<ManyParts> make_many(const ManyPartsNeeds& needs, int parts, std::uint64_t seed) {
    if (needs.job.blank.on_side() || needs.route.order.empty() || parts < 1)
        return std::nullopt;
    return Maker(needs).make(parts, seed);
}

std::vector<Length> wander_of(const Job& job, const std::vector<Chain>& chains, const std::vector<int>& kind_of,
                              const Estimates& estimates) {
    const Metal metal = metal_of(job.blank.material).value_or(all_metals().front());
    const Length in_spot = estimates.wander_in_spot * metal.wander;
    std::vector<Length> all;
    all.reserve(kind_of.size());
    std::vector<Length> of_chain;
    of_chain.reserve(chains.size());
    for (const Chain& chain : chains) {
        const CutStep* start = chain.find("start");
        const CutStep* drill = chain.last(StepKind::Drill);
        of_chain.push_back(
            (start && !start->skipped) || !drill
                ? in_spot
                : std::max(in_spot, expected_wander(drill->cutter, drill->cutter.flute, metal.wander, estimates) /
                                        nineteen_in_twenty));
    }
    for (const int chain : kind_of)
        all.push_back(of_chain[static_cast<std::size_t>(chain)]);
    return all;
}

std::string in_words(ErrorSource source) {
    switch (source) {
    case ErrorSource::PickUp:
        return say("picking up zero");
    case ErrorSource::Setting:
        return say("setting to the figure");
    case ErrorSource::BacklashLeft:
        return say("what taking up backlash leaves");
    case ErrorSource::LockJump:
        return say("the locks, from one tightening to the next");
    case ErrorSource::Marking:
        return say("the punch beside its crossing");
    case ErrorSource::Wander:
        break;
    }
    return say("the drill running off where it starts");
}

} // namespace clockface

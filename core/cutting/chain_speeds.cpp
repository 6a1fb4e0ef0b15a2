#include "cutting/chain_parts.h"
#include "cutting/depth_figure.h"
#include "measure/figures.h"
#include "shop/cutter_points.h"
#include "words/say.h"

#include <algorithm>

namespace clockface {

namespace {

// Shares of a drill's surface speed, by kind of cutter, from common tables; and of its advance.
constexpr double slow_share = 1.0 / 3.0; // reamers, counterbores, countersinks
constexpr double cobalt_share = 1.2, worn_share = 0.8;
constexpr double ream_advance = 2.0;

bool turns_slowly(CutterKind kind) {
    return kind == CutterKind::Reamer || kind == CutterKind::Counterbore || kind == CutterKind::Countersink ||
           kind == CutterKind::SpotDrill || kind == CutterKind::Tap;
}

class Speeds {
public:
    Speeds(Chain& chain, const ChainNeeds& needs)
        : m_chain(chain)
        , m_needs(needs) {}

    void set() {
        for (CutStep& step : m_chain.steps) {
            if ((step.cutter.kind == CutterKind::Tap && !under_power(m_needs.spindle, step.cutter.lead)) ||
                (step.cutter.kind == CutterKind::Reamer && step.cutter.hand))
                step.by_hand = true;
            fluid(step);
            if (step.by_hand)
                by_hand(step);
            else
                turned(step);
        }
    }

private:
    Chain& m_chain;
    const ChainNeeds& m_needs;

    [[nodiscard]] std::string fig(Length length) const { return depth_figure(length, m_needs.unit); }
    static std::string num(double value, int decimals = 0) {
        return decimal(value, decimals, Sign::WhenNegative, Tail::Trim);
    }

    // Surface speed for this cutter, and the most it should be.
    struct Surface {
        double wanted, most;
        std::string source;
    };
    [[nodiscard]] Surface surface_for(const Cutter& cutter) const {
        const Metal& metal = m_needs.cut;
        const bool carbide = cutter.metal == CutterMetal::Carbide;
        const auto own = m_needs.customs.speeds.find(metal.name);
        const bool by_own = !carbide && own != m_needs.customs.speeds.end();
        Surface out{metal.usual, metal.fast, {}};
        if (carbide) {
            out = {metal.carbide, metal.carbide, {}};
            out.source =
                say("{wanted} m/min for carbide in {metal}", {{"wanted", num(out.wanted)}, {"metal", metal.name}});
        } else if (by_own) {
            out = {own->second, std::max(metal.fast, own->second), {}};
            out.source = say("{wanted} m/min is this shop's own for {metal}",
                             {{"wanted", num(out.wanted, 1)}, {"metal", metal.name}});
        } else {
            out.source =
                say("{wanted} m/min for {metal}; tables run from {slow} to {fast}", {{"wanted", num(out.wanted)},
                                                                                     {"metal", metal.name},
                                                                                     {"slow", num(metal.slow)},
                                                                                     {"fast", num(metal.fast)}});
        }
        const auto scale = [&](double share, const std::string& why) {
            out.wanted *= share;
            out.most *= share;
            out.source += why;
        };
        if (cutter.metal == CutterMetal::Cobalt)
            scale(cobalt_share, say("; a fifth more for cobalt"));
        if (turns_slowly(cutter.kind))
            scale(slow_share, say("; a third of it for a {cutter}", {{"cutter", in_words(cutter.kind)}}));
        if (cutter.worn)
            scale(worn_share, say("; a fifth less, as it is worn"));
        return out;
    }

    void turned(CutStep& step) {
        const Surface surface = surface_for(step.cutter);
        const auto wish = m_needs.spec.wishes.steps.find(step.name);
        const bool asked = wish != m_needs.spec.wishes.steps.end() && wish->second.rpm;
        const double wanted = rpm_for(surface.wanted, step.widest);
        const double most = rpm_for(surface.most, step.widest);
        if (asked) {
            step.rpm = *wish->second.rpm;
            step.why_speed = say("Your figure.") + " ";
        } else if (step.kind == StepKind::Tap) {
            if (m_needs.spindle.lowest() <= most) {
                step.rpm = m_needs.spindle.lowest();
                step.why_speed = say("The slowest there is: a hand has to turn it back in time.") + " ";
            }
        } else if (const auto set = step_not_above(m_needs.spindle, wanted)) {
            step.rpm = *set;
        } else if (m_needs.spindle.lowest() <= most) {
            step.rpm = m_needs.spindle.lowest();
            step.why_speed = say("The slowest there is, still inside the range.") + " ";
        }
        const std::string rim = step.cutter.kind == CutterKind::CentreDrill
                                    ? say("{widest} where the cone is widest", {{"widest", fig(step.widest)}})
                                    : fig(step.widest);
        step.why_speed += say("1000 × {wanted} m a minute / (π × {widest} mm) gives {turns} turns a minute: {source}.",
                              {{"wanted", num(surface.wanted, 1)},
                               {"widest", num(step.widest.in_mm(), 3)},
                               {"turns", num(wanted)},
                               {"source", surface.source}});
        if (!step.rpm && step.kind == StepKind::Tap) {
            step.by_hand = true;
            return by_hand(step);
        }
        if (!step.rpm && step.kind == StepKind::Chamfer) { // a touch of the cone, turned between the fingers
            step.why_speed += " " + say("This spindle is too fast for it, so it is turned by hand.");
            step.by_hand = true;
            step.pecks = {step.tip};
            step.minutes = m_needs.estimates.by_hand;
            return;
        }
        if (!step.rpm) {
            step.why_speed += " " + say("The slowest of this spindle, {lowest}, is above even the highest.",
                                        {{"lowest", num(m_needs.spindle.lowest())}});
            return;
        }
        step.surface = surface_speed(*step.rpm, step.widest);
        if (step.cutter.kind == CutterKind::Reamer)
            step.why_speed += " " + say("In and out with the spindle turning forward, never backwards.");
        step.why_speed += " " + say("Set to {rpm}, {surface} m/min at {rim}.",
                                    {{"rpm", num(*step.rpm)}, {"surface", num(step.surface, 1)}, {"rim", rim}});
        if (step.cutter.kind == CutterKind::CentreDrill)
            step.why_speed += " " + say("Its tip alone could take {rpm_for}.",
                                        {{"rpm_for", num(rpm_for(surface.wanted, step.cutter.tip))}});
        if (step.kind == StepKind::Tap)
            power_tap(step);
        else
            feed(step);
    }

    // It draws itself in, a pitch a turn, and is turned back out as fast.
    void power_tap(CutStep& step) const {
        step.pecks = {step.tip};
        step.tap.reset();
        const auto thread = thread_of(m_needs.spec);
        if (!thread)
            return;
        const Result<TapFeed> fed = tap_feed(std::nullopt, step.rpm, thread->pitch);
        step.feed_per_revolution = thread->pitch;
        step.feed = step.feed_set = fed->feed;
        step.minutes = 2.0 * step.tip.in_mm() / step.feed;
        step.why_feed = say(
            "The feed is the pitch times the turns and nothing else: {pitch} × {rpm} is {feed}.",
            {{"pitch", fig(thread->pitch)}, {"rpm", num(*step.rpm)}, {"feed", feed_figure(step.feed, m_needs.unit)}});
    }

    void feed(CutStep& step) {
        const bool tip_first = step.cutter.kind == CutterKind::CentreDrill;
        const Length across = tip_first ? step.cutter.tip : step.widest;
        const Length table = tabulated_feed_per_revolution(across) * m_needs.cut.feed *
                             (step.cutter.kind == CutterKind::Reamer ? ream_advance : 1.0);
        constexpr double percent = 100.0;
        step.feed = *step.rpm * table.in_mm() * m_needs.customs.briskness / percent;
        step.feed_set = rounded_down(step.feed);
        if (step.feed_set <= 0.0)
            step.feed_set = step.feed;
        const FeedVerdict verdict = judge_feed(step.feed_set, *step.rpm, table);
        step.feed_per_revolution = verdict.feed_per_revolution;
        step.why_feed = say("{table} a turn by the table for {across} in {cut}, {briskness} percent of it here: "
                            "{feed}, set {feed_set}; {feed_per_revolution} a turn is {verdict}.",
                            {{"table", fig(table)},
                             {"across", fig(across)},
                             {"cut", m_needs.cut.name},
                             {"briskness", num(m_needs.customs.briskness)},
                             {"feed", feed_figure(step.feed, m_needs.unit)},
                             {"feed_set", feed_figure(step.feed_set, m_needs.unit)},
                             {"feed_per_revolution", fig(step.feed_per_revolution)},
                             {"verdict", verdict.verdict}});
        pecks(step);
        const Length air = m_needs.hollow ? m_needs.hollow->to - m_needs.hollow->from : Length{};
        step.minutes = (step.tip - air + m_needs.estimates.feed_from).in_mm() / step.feed_set +
                       static_cast<double>(step.pecks.size() - 1) * m_needs.estimates.a_peck;
    }

    void pecks(CutStep& step) const {
        step.pecks = {step.tip};
        if (step.cutter.kind != CutterKind::Drill || step.tip <= Length{})
            return;
        const auto wish = m_needs.spec.wishes.steps.find(step.name);
        const bool wished = wish != m_needs.spec.wishes.steps.end();
        if (wished && wish->second.one_go)
            return;
        const bool asked = wished && wish->second.peck;
        step.pecks = asked ? pecks_of(step.tip, *wish->second.peck) : usual_pecks(step);
        if (step.pecks.size() > 1 && m_needs.hollow && !asked)
            step.why_feed += " " + say("In {pecks} steps: each wall by itself, the bore between them is air.",
                                       {{"pecks", count_word(static_cast<int>(step.pecks.size()))}});
        else if (step.pecks.size() > 1)
            step.why_feed += " " + say("{pecks} {pecks:peck|pecks} of {peck} each, as the hole is {step} diameters "
                                       "deep and {cut} makes {long_chips} chips.",
                                       {{"pecks", step.pecks.size()},
                                        {"peck", fig(step.pecks.front())},
                                        {"step", num(step.tip / step.cutter.actual(), 1)},
                                        {"cut", m_needs.cut.name},
                                        {"long_chips", m_needs.cut.long_chips ? say("long") : say("short")}});
    }

    // In a tube each wall is drilled as a hole by itself; what is only as deep as usual goes in one.
    [[nodiscard]] std::vector<Length> usual_pecks(const CutStep& step) const {
        const Length diameter = step.cutter.actual();
        const bool long_chips = m_needs.cut.long_chips;
        const auto& hollow = m_needs.hollow;
        if (!hollow)
            return pecks_to(step.tip, diameter, long_chips);
        std::vector<Length> near = pecks_to(hollow->from, diameter, long_chips);
        const std::vector<Length> far = pecks_to(step.tip - hollow->to, diameter, long_chips);
        if (near.size() + far.size() == 2)
            return {step.tip};
        for (const Length each : far)
            near.push_back(hollow->to + each);
        return near;
    }

    void by_hand(CutStep& step) const {
        step.pecks = {step.tip};
        step.minutes = m_needs.estimates.by_hand;
        if (step.cutter.kind == CutterKind::Tap) {
            const auto thread = thread_of(m_needs.spec);
            step.why_speed = say("By hand: half a turn on, a quarter back to break the chip.");
            if (!thread)
                return;
            step.feed_per_revolution = thread->pitch;
            const double turns = step.tip / thread->pitch;
            step.minutes += turns * m_needs.estimates.a_thread;
            step.why_feed = say("{turns} turns to {tip}.", {{"turns", num(turns, 1)}, {"tip", fig(step.tip)}});
            if (m_needs.spindle.taps)
                step.why_feed += " " + say(step.cutter.lead == TapLead::Bottoming
                                               ? later("It ends on the bottom, so it is not driven.")
                                               : later("This spindle is too fast for it, so it is not driven."));
        } else if (step.cutter.kind == CutterKind::Reamer) {
            step.why_speed =
                say("By hand, steadily forward, out forward too: turned back it spoils its edges and the wall.");
        } else {
            step.why_speed = say("By hand.");
        }
    }

    // By metal, but a small or worn tap wants it where the metal alone would not.
    void fluid(CutStep& step) const {
        constexpr double small_tap_mm = 4.0;
        std::string wanted = m_needs.cut.fluid;
        step.why_fluid = say("Usual for {cut}.", {{"cut", m_needs.cut.name}});
        const bool tap = step.cutter.kind == CutterKind::Tap || step.cutter.kind == CutterKind::Reamer;
        if (wanted == "dry" && tap &&
            (step.cutter.worn ||
             (step.cutter.kind == CutterKind::Tap && step.cutter.actual() <= Length::mm(small_tap_mm)))) {
            wanted = "cutting oil"; // a name of the tables, as the drawer has it
            step.why_fluid = say("{cut} is cut dry, but a {step} tool wants a drop.",
                                 {{"cut", m_needs.cut.name}, {"step", step.cutter.worn ? say("worn") : say("small")}});
        } else if (wanted != "dry" && step.kind == StepKind::Start) {
            step.fluid = "dry";
            step.why_fluid = say("Dry, so that the mark stays to be seen; the depth is small.");
            return;
        }
        step.fluid = wanted;
        if (wanted == "dry" || std::find(m_needs.fluids.begin(), m_needs.fluids.end(), wanted) != m_needs.fluids.end())
            return;
        for (const FluidRow& row : fluid_substitutes())
            if (row.fluid == wanted &&
                std::find(m_needs.fluids.begin(), m_needs.fluids.end(), row.instead) != m_needs.fluids.end()) {
                step.fluid = row.instead;
                step.why_fluid = say("There is no {wanted}; {instead} does: {note}.",
                                     {{"wanted", wanted}, {"instead", row.instead}, {"note", row.note}});
                return;
            }
        step.why_fluid += " " + say("There is none in the drawer, nor what would do instead.");
    }
};

} // namespace

void set_speeds(Chain& chain, const ChainNeeds& needs) {
    Speeds(chain, needs).set();
}

} // namespace clockface

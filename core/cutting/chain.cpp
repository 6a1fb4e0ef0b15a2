#include "cutting/chain.h"

#include "cutting/chain_parts.h"
#include "measure/figures.h"
#include "shop/cutter_points.h"
#include "words/say.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace clockface {

namespace {

constexpr std::size_t most_others = 6;

// Builds the steps; depths and speeds follow when all cutters stand.
class Builder {
public:
    explicit Builder(const ChainNeeds& needs)
        : m_needs(needs)
        , m_thread(thread_of(needs.spec)) {
        m_chain.spec = needs.spec;
        m_chain.metal = needs.metal;
        m_chain.hollow = needs.hollow;
    }

    Chain build() {
        choose_final();
        if (m_final) {
            add_pilots();
            add_start();
            add_mouth();
            add_last();
            if (is_through(m_needs.spec))
                add_deburr();
        }
        take_wishes();
        put_in_order();
        set_depths(m_chain, m_needs);
        set_speeds(m_chain, m_needs);
        return std::move(m_chain);
    }

private:
    const ChainNeeds& m_needs;
    std::optional<Thread> m_thread;
    Chain m_chain;
    std::optional<Cutter> m_final; // the drill that makes the hole, or goes under reamer or tap
    bool m_spot_chamfers = false;
    std::vector<Cutter> m_short_centres;

    [[nodiscard]] std::string fig(Length length) const { return with_unit(length, m_needs.unit); }

    CutStep& add(StepKind kind, const std::string& name, const Choice& choice) {
        CutStep& step = m_chain.steps.emplace_back();
        step.kind = kind;
        step.name = name;
        step.cutter = choice.cutter;
        step.owned = choice.owned;
        return step;
    }

    // Adds the best of the owned choices; where there is none, the best that is sold, and says so.
    CutStep* add_best(StepKind kind, const std::string& name, const std::vector<Choice>& owned,
                      const std::vector<Choice>& sold, const std::string& for_what) {
        const bool none = owned.empty() || !owned.front().sound;
        const auto best_sold = std::find_if(sold.begin(), sold.end(), [](const Choice& each) { return each.sound; });
        if (none && best_sold != sold.end()) {
            std::string sentence = say(
                "There is no {wanted} in the drawer. The {cutter} that is sold {consequence}.",
                {{"wanted", for_what}, {"cutter", best_sold->cutter.name}, {"consequence", best_sold->consequence}});
            if (!owned.empty())
                sentence +=
                    " " + say("The nearest there is, the {cutter}, {consequence}.",
                              {{"cutter", owned.front().cutter.name}, {"consequence", owned.front().consequence}});
            m_chain.missing.push_back(sentence);
        }
        if (owned.empty() && best_sold == sold.end()) {
            m_chain.missing.push_back(say("There is no {for_what}, and none is sold.", {{"for_what", for_what}}));
            return nullptr;
        }
        // What is sold and sound goes before what is owned and is not: a wrong cutter spoils the part.
        const bool buy = none && best_sold != sold.end();
        Choice chosen = buy ? *best_sold : owned.front();
        chosen.owned = !buy;
        CutStep& step = add(kind, name, chosen);
        step.why_cutter =
            say("The {cutter} {consequence}.", {{"cutter", chosen.cutter.name}, {"consequence", chosen.consequence}});
        for (std::size_t i = buy ? 0 : 1; i < owned.size() && step.others.size() < most_others; ++i)
            step.others.push_back(owned[i]);
        // Only what is clearly better is worth buying.
        constexpr double worth = 0.05;
        if (!buy && !sold.empty() && sold.front().sound && sold.front().miss + worth < owned.front().miss &&
            !is_owned(sold.front().cutter)) {
            Choice wanted = sold.front();
            wanted.owned = false;
            step.why_cutter += " " + say("There is no {cutter}, which {consequence}.",
                                         {{"cutter", wanted.cutter.name}, {"consequence", wanted.consequence}});
            step.others.insert(step.others.begin(), wanted);
            if (kind == StepKind::Drill)
                m_chain.better = wanted;
        }
        return &step;
    }

    [[nodiscard]] bool is_owned(const Cutter& cutter) const {
        return std::any_of(m_needs.owned.begin(), m_needs.owned.end(),
                           [&](const Cutter& each) { return each.name == cutter.name; });
    }

    void choose_final() {
        const HoleSpec& spec = m_needs.spec;
        const std::vector<Cutter>& sold = cutters_sold();
        const auto limits = limits_of(spec);
        if (spec.purpose == Purpose::Tapped && m_thread) {
            const double wanted =
                m_needs.customs.thread_percent > 0.0 ? m_needs.customs.thread_percent : m_needs.cut.thread_percent;
            keep_final(add_best(StepKind::Drill, "drill", tap_drills(m_needs.owned, *m_thread, wanted),
                                tap_drills(sold, *m_thread, wanted),
                                say("tap drill for {label}", {{"label", spec.label}})));
        } else if (spec.purpose == Purpose::Reamed || (limits && !drill_within(*limits))) {
            choose_reamed(limits);
        } else if (limits) {
            keep_final(
                add_best(StepKind::Drill, "drill", drills_within(m_needs.owned, *limits, m_needs.cut, m_needs.unit),
                         drills_within(sold, *limits, m_needs.cut, m_needs.unit), say("drill inside the limits")));
        } else if (spec.purpose == Purpose::Clearance && m_thread && clearance_for(screw_of(*m_thread))) {
            choose_clearance(*clearance_for(screw_of(*m_thread)));
        } else {
            // A step drill goes after the twist drills that are the size, before those that are only near.
            std::vector<Choice> owned = drills_near(m_needs.owned, spec.diameter, m_needs.unit);
            const auto steps = step_drills_for(m_needs.owned, spec.diameter, m_needs.metal, m_needs.unit);
            constexpr double same_size_mm = 0.005;
            owned.insert(std::find_if(owned.begin(), owned.end(),
                                      [](const Choice& each) { return !each.sound || each.miss > same_size_mm; }),
                         steps.begin(), steps.end());
            keep_final(add_best(StepKind::Drill, "drill", owned, drills_near(sold, spec.diameter, m_needs.unit),
                                fmt::format("{} drill", fig(spec.diameter))));
        }
    }

    // By the standard as the drawing has it, or by the charts of the bench where the shop goes by these: the close one
    // as theirs, normal and free both as their free one.
    void choose_clearance(Clearance row) {
        const HoleSpec& spec = m_needs.spec;
        Length wanted = spec.diameter;
        if (m_needs.customs.chart_clearance && row.chart_close > Length{}) {
            row.close = row.chart_close;
            row.normal = row.free = row.chart_free;
            wanted = spec.clearing == Clearing::Close ? row.close : row.free;
        }
        if (CutStep* step =
                add_best(StepKind::Drill, "drill", clearance_drills(m_needs.owned, wanted, row, m_needs.unit),
                         clearance_drills(cutters_sold(), wanted, row, m_needs.unit),
                         say("clearance drill for {label}", {{"label", spec.label}}))) {
            if (wanted != spec.diameter)
                step->why_cutter += " " + say("This shop clears inch screws by the charts of the bench: {wanted} here, "
                                              "where the standard has {diameter}.",
                                              {{"wanted", fig(wanted)}, {"diameter", fig(spec.diameter)}});
            keep_final(step);
        }
    }

    [[nodiscard]] bool drill_within(const Limits& limits) const {
        const auto all = drills_within(m_needs.owned, limits, m_needs.cut, m_needs.unit);
        return !all.empty() && all.front().sound;
    }

    // A drill under size and a reamer; where no reamer fits, the drill that comes nearest.
    void choose_reamed(const std::optional<Limits>& limits) {
        const HoleSpec& spec = m_needs.spec;
        const auto owned = reamers_for(m_needs.owned, spec.diameter, limits, m_needs.unit);
        const auto sold = reamers_for(cutters_sold(), spec.diameter, limits, m_needs.unit);
        CutStep* ream = add_best(StepKind::Ream, "ream", owned, sold, fmt::format("{} reamer", fig(spec.diameter)));
        if (!ream) {
            const std::vector<Choice> nearest = limits
                                                    ? drills_within(m_needs.owned, *limits, m_needs.cut, m_needs.unit)
                                                    : drills_near(m_needs.owned, spec.diameter, m_needs.unit);
            keep_final(add_best(StepKind::Drill, "drill", nearest, {}, fmt::format("{} drill", fig(spec.diameter))));
            return;
        }
        const Cutter reamer = ream->cutter;
        keep_final(add_best(StepKind::Drill, "drill", drills_under(m_needs.owned, reamer, m_needs.cut, m_needs.unit),
                            drills_under(cutters_sold(), reamer, m_needs.cut, m_needs.unit),
                            say("drill to go under the {reamer}", {{"reamer", reamer.name}})));
    }

    void keep_final(const CutStep* step) {
        if (!step)
            return;
        m_final = step->cutter;
        if (const auto wish = m_needs.spec.wishes.steps.find("drill");
            wish != m_needs.spec.wishes.steps.end() && wish->second.cutter)
            if (const auto wished = cutter_called(*wish->second.cutter))
                m_final = *wished;
    }

    [[nodiscard]] std::optional<Cutter> cutter_called(const std::string& name) const {
        for (const std::vector<Cutter>* all : {&m_needs.owned, &cutters_sold()})
            for (const Cutter& each : *all)
                if (each.name == name)
                    return each;
        return std::nullopt;
    }

    // Nearest owned drill below the wanted size, for a pilot.
    [[nodiscard]] const Cutter* pilot_near(Length wanted, Length below) const {
        const Cutter* best = nullptr;
        for (const Cutter& each : m_needs.owned)
            if (each.kind == CutterKind::Drill && each.actual() < below &&
                (!best || abs(each.actual() - wanted) < abs(best->actual() - wanted)))
                best = &each;
        return best;
    }

    // By machine power: metal goes by area, so a step may open d² - p² up to the square of what the spindle drives in
    // one go. By the school of small steps: a quarter of the final size at a time.
    void add_pilots() {
        const Length once = m_needs.spindle.one_go * std::sqrt(m_needs.cut.feed);
        const Length final = m_final->actual();
        std::vector<Length> ladder;
        constexpr double small_step = 0.25, least_small_mm = 2.0, stop_small_mm = 4.0;
        constexpr std::size_t most_pilots = 8;
        for (Length now = final; ladder.size() < most_pilots;) {
            Length next;
            if (m_needs.customs.small_steps && now > Length::mm(stop_small_mm))
                next = now - std::max(final * small_step, Length::mm(least_small_mm));
            else if (now > once)
                next = std::max(pilot_for(now),
                                Length::mm(std::sqrt(std::pow(now.in_mm(), 2.0) - std::pow(once.in_mm(), 2.0))));
            if (next < Length::mm(1.0))
                break;
            ladder.push_back(next);
            now = next;
        }
        std::reverse(ladder.begin(), ladder.end());
        int number = 0;
        Length last;
        for (const Length wanted : ladder) {
            const Cutter* pilot = pilot_near(wanted, final * 0.95);
            if (!pilot || pilot->actual() <= last)
                continue;
            last = pilot->actual();
            CutStep& step = add(StepKind::Pilot, fmt::format("pilot {}", ++number), {*pilot, true, true, 0.0, {}});
            step.why_cutter = m_needs.customs.small_steps
                                  ? say("In small steps, as this shop has it: every cut is light.")
                                  : say("The {final} is more than this machine drives in one go here ({once}); the "
                                        "pilot takes the web's share, about a third, and leaves each cut small enough.",
                                        {{"final", m_final->name}, {"once", fig(once)}});
        }
    }

    [[nodiscard]] const CutStep* first_drill() const {
        const CutStep* first = nullptr;
        for (const CutStep& step : m_chain.steps)
            if ((step.kind == StepKind::Pilot || step.kind == StepKind::Drill) &&
                (!first || step.cutter.actual() < first->cutter.actual()))
                first = &step;
        return first;
    }

    // The mouth a chamfer is to have: the thread or the hole and a little over.
    [[nodiscard]] Length chamfer_mouth() const { return m_needs.spec.diameter + m_needs.customs.chamfer; }

    // How deep a centre drill may go: it must not come out below.
    [[nodiscard]] Length start_room() const {
        const Length floor = std::max(Length::mm(least_floor_mm), m_needs.metal / 4.0);
        return std::max(m_needs.metal - floor, m_needs.metal / 2.0);
    }
    [[nodiscard]] const std::vector<Cutter>& not_deeper_than(Length room) {
        m_short_centres.clear();
        for (const Cutter& each : m_needs.owned)
            if (each.kind == CutterKind::CentreDrill && half_way_depth(each) <= room)
                m_short_centres.push_back(each);
        return m_short_centres;
    }

    void add_start() {
        const CutStep* first = first_drill();
        if (!first || m_needs.customs.start == StartWay::Straight)
            return;
        const Cutter drill = first->cutter;
        if (m_needs.customs.start == StartWay::SpottingDrill && !m_needs.spec.recess) {
            auto spots = cones_for(m_needs.owned, chamfer_mouth(), {}, {}, m_needs.unit);
            std::erase_if(spots, [](const Choice& each) { return each.cutter.kind != CutterKind::SpotDrill; });
            if (!spots.empty()) {
                CutStep& step = add(StepKind::Start, "start", spots.front());
                step.mouth = chamfer_mouth();
                step.why_cutter =
                    say("It is wider than the {mouth} mouth, and its spot leaves the chamfer too. The {drill} lands in "
                        "it on its {step}.",
                        {{"mouth", fig(step.mouth)},
                         {"drill", drill.name},
                         {"step", lands_on_its_point(step.cutter.point, drill.point) ? say("point") : say("lips")}});
                step.others.assign(spots.begin() + 1, spots.end());
                m_spot_chamfers = true;
                return;
            }
            m_chain.missing.push_back(say("There is no spotting drill wider than {chamfer_mouth} in the drawer.",
                                          {{"chamfer_mouth", fig(chamfer_mouth())}}));
        }
        const Cutter* centre = centre_for(not_deeper_than(start_room()), drill.actual());
        if (!centre)
            centre = centre_for(m_needs.owned, drill.actual());
        if (!centre) {
            m_chain.missing.push_back(say("There is no centre drill in the drawer. {cut}",
                                          {{"cut", how_to_start(m_needs.cut, drill, drill.flute)}}));
            return;
        }
        CutStep& step = add(StepKind::Start, "start", {*centre, true, true, 0.0, {}});
        step.mouth = half_way_mouth(*centre);
        if (half_way_depth(*centre) > start_room()) { // thin metal
            step.mouth = std::max(centre_mouth(*centre, start_room()), centre->tip);
            step.why_cutter =
                say("The metal is too thin for half its cone: it goes to {start_room} only and leaves a {mouth} mouth.",
                    {{"start_room", fig(start_room())}, {"mouth", fig(step.mouth)}});
            return;
        }
        step.why_cutter = say("Half way up its cone it leaves a {mouth} mouth for the {drill}: {verdict}.",
                              {{"mouth", fig(step.mouth)},
                               {"drill", drill.name},
                               {"verdict", in_words(judge_spot(step.mouth, drill.actual()))}});
    }

    void add_mouth() {
        const HoleSpec& spec = m_needs.spec;
        const Length hole = m_final->actual();
        const auto& sold = cutters_sold();
        if (spec.recess && spec.recess->kind == RecessKind::Counterbore) {
            if (CutStep* step = add_best(StepKind::Recess, "recess",
                                         counterbores_for(m_needs.owned, spec.recess->diameter, hole, m_needs.unit),
                                         counterbores_for(sold, spec.recess->diameter, hole, m_needs.unit),
                                         fmt::format("{} counterbore", fig(spec.recess->diameter))))
                step->mouth = step->cutter.actual();
            return;
        }
        const Length mouth = spec.recess ? spec.recess->diameter : chamfer_mouth();
        if (m_spot_chamfers || (!spec.recess && m_needs.customs.chamfer <= Length{}))
            return;
        const auto cones =
            cones_for(m_needs.owned, mouth, hole, spec.recess ? spec.recess->angle : Angle{}, m_needs.unit);
        if (cones.empty()) {
            m_chain.missing.push_back(
                say("There is no cone wide enough for a {mouth} mouth in the drawer.", {{"mouth", fig(mouth)}}));
            return;
        }
        CutStep& step =
            add(spec.recess ? StepKind::Recess : StepKind::Chamfer, spec.recess ? "recess" : "chamfer", cones.front());
        step.mouth = mouth;
        step.why_cutter = say("The {cutter} {consequence}.",
                              {{"cutter", step.cutter.name}, {"consequence", cones.front().consequence}});
        if (m_thread && spec.purpose == Purpose::Tapped) {
            const ChamferLeft left = chamfer_left(mouth, *m_thread);
            step.why_cutter += " " + say("{width} of it is left round the thread: {verdict}.",
                                         {{"width", fig(left.width)}, {"verdict", left.verdict}});
        }
        step.others.assign(cones.begin() + 1, cones.end());
    }

    [[nodiscard]] std::vector<Choice> taps(const std::vector<Cutter>& cutters, TapLead lead) const {
        std::vector<Choice> out;
        for (const Cutter& each : cutters)
            if (each.kind == CutterKind::Tap && each.size == m_thread->name && each.lead == lead)
                out.push_back({each, true, true, 0.0,
                               say("has {lead} threads of lead",
                                   {{"lead", decimal(lead_threads(lead), 1, Sign::WhenNegative, Tail::Trim)}})});
        return out;
    }

    // Taps: taper first as it starts straight, on to the one whose lead the hole has room for.
    void add_last() {
        const HoleSpec& spec = m_needs.spec;
        if (spec.purpose != Purpose::Tapped || !m_thread)
            return;
        const bool open = is_through(spec) && !spec.captive;
        Length room;
        if (!open && !spec.captive && spec.depth && depth_meant(spec) == DepthOf::FullThread) {
            const Length floor =
                m_needs.metal - Length::mm(least_floor_mm) - point_length(m_final->actual(), m_final->point);
            const Length wanted = drilled_for_thread(*spec.depth, m_thread->pitch, lead_threads(TapLead::Plug),
                                                     m_needs.customs.chip_room);
            room = std::min(floor, wanted) - *spec.depth;
        } else if (!open && spec.depth) {
            // A plug tap, unless there is none. Under a captive thread the hole is open: its lead has all the room it
            // wants, and chips fall through.
            room = m_thread->pitch * (lead_threads(TapLead::Plug) + m_needs.customs.chip_room);
        }
        int number = 0;
        const std::vector<TapLead> sequence =
            tap_sequence(open, room - m_thread->pitch * m_needs.customs.chip_room, m_thread->pitch);
        for (const TapLead lead : sequence) {
            auto owned = taps(m_needs.owned, lead);
            const bool last = lead == sequence.back();
            // Where the last one is not there, one with less lead does: it wants a straighter start.
            for (const TapLead shorter : {TapLead::Plug, TapLead::Bottoming})
                if (last && owned.empty() && lead_threads(shorter) < lead_threads(lead) &&
                    m_chain.last(StepKind::Tap) == nullptr)
                    owned = taps(m_needs.owned, shorter);
            if (owned.empty() && !last && !taps(m_needs.owned, sequence.back()).empty())
                continue; // the next one starts, with a little more care
            CutStep* step = add_best(StepKind::Tap, fmt::format("tap {}", ++number), owned, taps(cutters_sold(), lead),
                                     fmt::format("{} {} tap", m_thread->name, name_of(lead)));
            if (step && !last)
                step->why_cutter += " " + say("It starts straight; the next one goes deeper.");
        }
    }

    void add_deburr() {
        const auto cones = cones_for(m_needs.owned, m_needs.spec.diameter * 1.1, m_final->actual(), {}, m_needs.unit);
        if (cones.empty())
            return;
        CutStep& step = add(StepKind::Deburr, "deburr", cones.front());
        step.by_hand = true;
        step.why_cutter = say("The far side has a burr; break it by hand, or the part does not lie flat.");
    }

    void take_wishes() {
        const CuttingOverrides& wishes = m_needs.spec.wishes;
        if (wishes.locked)
            std::erase_if(m_chain.steps, [&](const CutStep& step) { return !wishes.steps.contains(step.name); });
        for (CutStep& step : m_chain.steps)
            if (const auto wish = wishes.steps.find(step.name); wish != wishes.steps.end())
                take_wish(step, wish->second);
        int number = 0;
        for (const AddedStep& added : wishes.added) {
            CutStep step;
            step.kind = StepKind::Own;
            step.name = fmt::format("own {}", ++number);
            step.edited = true;
            step.why_cutter = say("Added by you.");
            take_cutter(step, added.cutter);
            if (added.depth)
                step.tip = *added.depth;
            m_chain.steps.push_back(step);
            if (const auto wish = wishes.steps.find(step.name); wish != wishes.steps.end())
                take_wish(m_chain.steps.back(), wish->second);
        }
    }

    void take_wish(CutStep& step, const StepWish& wish) const {
        step.skipped = wish.skipped;
        step.edited = true;
        if (wish.cutter && *wish.cutter != step.cutter.name)
            take_cutter(step, *wish.cutter);
    }

    void take_cutter(CutStep& step, const std::string& name) const {
        Choice before{step.cutter, step.owned, true, 0.0, say("is what the program would take")};
        std::string consequence = say("is what you asked for");
        for (const Choice& other : step.others)
            if (other.cutter.name == name)
                consequence = other.consequence;
        if (const auto found = cutter_called(name)) {
            step.cutter = *found;
            step.owned = is_owned(*found);
        } else { // no longer in the drawer, nor sold: kept by name, at the size it had
            step.cutter.name = name;
            step.owned = false;
        }
        step.why_cutter = say("Your choice: the {name} {consequence}.", {{"name", name}, {"consequence", consequence}});
        std::erase_if(step.others, [&](const Choice& each) { return each.cutter.name == name; });
        if (!before.cutter.name.empty())
            step.others.insert(step.others.begin(), before);
    }

    void put_in_order() {
        std::stable_sort(m_chain.steps.begin(), m_chain.steps.end(), [](const CutStep& a, const CutStep& b) {
            if (a.kind != b.kind)
                return a.kind < b.kind;
            if (a.kind == StepKind::Pilot)
                return a.cutter.actual() < b.cutter.actual();
            return false;
        });
        // Steps of the user's own stand where they were put.
        const auto& added = m_needs.spec.wishes.added;
        for (std::size_t i = 0; i < added.size(); ++i) {
            const std::string name = fmt::format("own {}", i + 1);
            const auto own = std::find_if(m_chain.steps.begin(), m_chain.steps.end(),
                                          [&](const CutStep& step) { return step.name == name; });
            if (own == m_chain.steps.end())
                continue;
            const CutStep step = *own;
            m_chain.steps.erase(own);
            const auto after = std::find_if(m_chain.steps.begin(), m_chain.steps.end(),
                                            [&](const CutStep& each) { return each.name == added[i].after; });
            m_chain.steps.insert(after == m_chain.steps.end() ? m_chain.steps.begin() : after + 1, step);
        }
    }
};

} // namespace

std::optional<Thread> thread_of(const HoleSpec& spec) {
    return spec.purpose == Purpose::Tapped || spec.purpose == Purpose::Clearance ? find_thread(spec.label)
                                                                                 : std::nullopt;
}

const CutStep* Chain::find(const std::string& name) const {
    const auto found = std::find_if(steps.begin(), steps.end(), [&](const CutStep& step) { return step.name == name; });
    return found == steps.end() ? nullptr : &*found;
}

const CutStep* Chain::last(StepKind kind) const {
    const CutStep* found = nullptr;
    for (const CutStep& step : steps)
        if (step.kind == kind && !step.skipped)
            found = &step;
    return found;
}

Chain chain_for(const ChainNeeds& needs) {
    return Builder(needs).build();
}

std::string step_title(const std::string& name) {
    static const std::map<std::string, const char*, std::less<>> known = {
        {"start", later("start")},   {"pilot", later("pilot")},     {"drill", later("drill")},
        {"recess", later("recess")}, {"chamfer", later("chamfer")}, {"ream", later("ream")},
        {"tap", later("tap")},       {"deburr", later("deburr")},   {"own", later("own")}};
    const std::size_t blank = name.rfind(' '); // "tap 2"
    const auto found = known.find(std::string_view(name).substr(0, blank));
    if (found == known.end())
        return name;
    return blank == std::string::npos
               ? say(found->second)
               : say("{step} {number}", {{"step", say(found->second)}, {"number", name.substr(blank + 1)}});
}

std::string in_words(StepKind kind) {
    switch (kind) {
    case StepKind::Start:
        return say("start");
    case StepKind::Pilot:
        return say("pilot");
    case StepKind::Drill:
        return say("drill");
    case StepKind::Recess:
        return say("let in");
    case StepKind::Chamfer:
        return say("chamfer");
    case StepKind::Ream:
        return say("ream");
    case StepKind::Tap:
        return say("tap");
    case StepKind::Deburr:
        return say("deburr");
    case StepKind::Own:
        break;
    }
    return say("further step");
}

} // namespace clockface

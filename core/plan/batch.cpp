#include "plan/batch.h"

#include "layout/hole_names.h"
#include "layout/outline.h"
#include "measure/figures.h"
#include "words/say.h"

#include <algorithm>
#include <cmath>
#include <map>
#include <set>

namespace clockface {

namespace {

Point size_of(const Blank& blank) {
    return {blank.extent_x(), blank.extent_y()};
}

// A place of the face, from its middle, as counted from stop and fixed jaw; and back: either way the same turns.
Point from_stop_and_jaw(const Blank& blank, const Held& held, Point from_middle) {
    const Point size = size_of(blank);
    const Point corner = from_middle + Point{size.x / 2.0, size.y / 2.0};
    return {held.located_at_high(Axis::X) ? size.x - corner.x : corner.x,
            held.located_at_high(Axis::Y) ? size.y - corner.y : corner.y};
}
Point from_middle_of(const Blank& blank, const Held& held, Point from_stop) {
    const Point size = size_of(blank);
    const Point corner{held.located_at_high(Axis::X) ? size.x - from_stop.x : from_stop.x,
                       held.located_at_high(Axis::Y) ? size.y - from_stop.y : from_stop.y};
    return corner - Point{size.x / 2.0, size.y / 2.0};
}

// How much of one side of an outline's rectangle is a straight edge along it.
Length straight_on(const Blank& blank, Axis axis, bool high) {
    const Point size = size_of(blank);
    if (blank.shape != BlankShape::Outline)
        return axis == Axis::X ? size.y : size.x;
    constexpr Length rounding = Length::mm(1e-6);
    const Length side = (axis == Axis::X ? size.x : size.y) * (high ? 0.5 : -0.5);
    const std::vector<Point> corners = corners_from_middle(blank);
    Length longest;
    for (std::size_t i = 0; i < corners.size(); ++i) {
        const Point &a = corners[i], &b = corners[(i + 1) % corners.size()];
        const bool on_side = axis == Axis::X ? abs(a.x - side) < rounding && abs(b.x - side) < rounding
                                             : abs(a.y - side) < rounding && abs(b.y - side) < rounding;
        if (on_side)
            longest = std::max(longest, distance(a, b));
    }
    return longest;
}

// The face that lies down where this one is up.
Face below(Face up) {
    switch (up) {
    case Face::Top:
        return Face::Under;
    case Face::Under:
        return Face::Top;
    case Face::Front:
        return Face::Back;
    case Face::Back:
        return Face::Front;
    case Face::Left:
        return Face::Right;
    case Face::Right:
        break;
    }
    return Face::Left;
}

// 0: counted from the end that lies at stop or jaw, 1: from the other one.
double counted_from(Length datum_from_middle, Length size, bool located_at_high) {
    constexpr Length rounding = Length::mm(1e-6);
    if (abs(datum_from_middle) < rounding)
        return 0.5;
    const bool from_high = datum_from_middle > Length{} && size > Length{};
    return from_high == located_at_high ? 0.0 : 1.0;
}

} // namespace

std::string why_not_loaded(const Blank& blank, const Held& held, Loading loading) {
    const bool x_high = held.located_at_high(Axis::X) != flips_x(loading);
    const bool y_high = held.located_at_high(Axis::Y) != flips_y(loading);
    // The axis across the jaws is seated along the fixed one; the other only touches the stop.
    const Axis seat = held.across_jaws();
    const Axis end = seat == Axis::X ? Axis::Y : Axis::X;
    const auto high = [&](Axis axis) { return axis == Axis::X ? x_high : y_high; };
    constexpr Length touches = Length::mm(3.0);
    constexpr double seats = 1.0 / 3.0; // of the length that lies along the jaw
    if (straight_on(blank, end, high(end)) < touches)
        return say("{loading} a slanted end would come to the stop.", {{"loading", in_words(loading)}});
    const Length along = seat == Axis::X ? blank.extent_y() : blank.extent_x();
    if (straight_on(blank, seat, high(seat)) < along * seats)
        return say(held.against_fence ? later("{loading} too little of a straight edge would lie along the fence.")
                                      : later("{loading} too little of a straight edge would lie along the fixed jaw."),
                   {{"loading", in_words(loading)}});
    const Face down = turned_over(loading) ? blank.up : below(blank.up);
    if (blank.step && down == Face::Top)
        return say("{loading} it would lie on its step.", {{"loading", in_words(loading)}});
    for (const Existing& each : blank.existing)
        if (each.kind == ExistingKind::Boss && each.face == down)
            return say("{loading} it would lie on {boss}.", {{"loading", in_words(loading)}, {"boss", each.name}});
    return {};
}

Result<PartsToLoad> parts_to_load(const Job& job, const SetupPlan& plan) {
    const Blank& blank = job.blank;
    const Held& held = plan.held;
    if (blank.is_round() || blank.is_bar() || blank.shape == BlankShape::Angle)
        return problem("", say("Only flat pieces with ends and edges go through as a batch against a stop."));
    if (!held.vise && !held.against_fence)
        return problem("", say("A batch lies against a fixed jaw: say under Hold that a vise holds a piece."));
    if (held.stop == StopAt::None)
        return problem("", say("A batch lies against a stop: say under Hold where it stands."));
    if (plan.holes.empty())
        return problem("", say("There are no holes in this face yet: place some under Holes."));
    if (plan.holes.size() > most_holes_to_load)
        return problem("", say("Up to {most} holes are worked out as a batch, and this face has {holes}.",
                               {{"most", most_holes_to_load}, {"holes", plan.holes.size()}}));
    const BatchWishes& wishes = at_hand(job).holding.batch;
    const Point datum = datum_from_middle(job);
    PartsToLoad parts;
    parts.size = size_of(blank);
    parts.length_scatter = wishes.length_scatter;
    parts.width_scatter = wishes.width_scatter;
    parts.x_counted_from = counted_from(datum.x, parts.size.x, held.located_at_high(Axis::X));
    parts.y_counted_from = counted_from(datum.y, parts.size.y, held.located_at_high(Axis::Y));
    for (const Loading loading : loadings_of({wishes.end_for_end, wishes.over_left_right, wishes.over_front_back}))
        if (why_not_loaded(blank, held, loading).empty())
            parts.loadings.push_back(loading);
    if (parts.loadings.empty())
        return problem("", say(held.against_fence
                                   ? later("No way to load a piece is left: {why} Count its figures from straight "
                                           "sides under Blank, so that fence and stop come there.")
                                   : later("No way to load a piece is left: {why} Move stop or fixed jaw to its "
                                           "straight sides."),
                               {{"why", why_not_loaded(blank, held, Loading::AsDrawn)}}));
    std::map<std::string, int> cutters; // numbered as they are met
    for (std::size_t i = 0; i < plan.holes.size(); ++i) {
        const Hole& hole = plan.holes[i];
        const Within& own = job.patterns[hole.pattern].within;
        HoleToLoad made;
        made.at = from_stop_and_jaw(blank, held, hole.at + datum);
        made.within = std::min(own.x.value_or(job.holes_within), own.y.value_or(job.holes_within));
        made.from_either_side = is_through(hole.spec) && !hole.spec.recess && !hole.spec.captive;
        for (const CutStep& step : plan.chain_of(i).steps)
            if (!step.skipped && !step.by_hand)
                made.cutters.push_back(
                    cutters.emplace(step.cutter.name, static_cast<int>(cutters.size())).first->second);
        made.kind = plan.kind_of[i];
        parts.holes.push_back(made);
    }
    return parts;
}

Point place_from_zero(const Job& job, const Held& held, Point from_stop) {
    return from_middle_of(job.blank, held, from_stop) - datum_from_middle(job);
}

std::vector<DrilledWhere> drilled_where(const Job& job, const Held& held, const PartsToLoad& parts,
                                        const Setting& setting) {
    std::vector<DrilledWhere> all;
    for (const Loading loading :
         {Loading::AsDrawn, Loading::EndForEnd, Loading::OverLeftRight, Loading::OverFrontBack}) {
        DrilledWhere one{loading, place_from_zero(job, held, brought_to(loading, setting.at, parts.size))};
        bool right = false;
        for (const LoadedHole& each : setting.holes)
            if (each.loading == loading) {
                one.hole = each.hole;
                all.push_back(one);
                right = true;
            }
        if (!right)
            all.push_back(one);
    }
    return all;
}

namespace {

// A hole for which no chain is known is made with one.
std::size_t put_in_for(const HoleToLoad& hole) {
    return std::max(std::size_t{1}, hole.cutters.size());
}

// How often a piece is laid in at a setting: for each cutter anew, and each way it is turned for that. Changing the
// cutter at every piece instead would cost more.
int loads_at(const PartsToLoad& parts, const Setting& setting) {
    std::map<int, std::set<Loading>> turned; // by kind
    std::map<int, std::size_t> cutters;
    for (const LoadedHole& each : setting.holes) {
        const HoleToLoad& hole = parts.holes[static_cast<std::size_t>(each.hole)];
        turned[hole.kind].insert(each.loading);
        cutters[hole.kind] = put_in_for(hole);
    }
    std::size_t loads = 0;
    for (const auto& [kind, ways] : turned)
        loads += ways.size() * cutters[kind];
    return static_cast<int>(loads);
}

} // namespace

BatchCost cost_of(const BatchPlan& plan, const PartsToLoad& parts, const Held& held, int pieces,
                  const Estimates& estimates) {
    BatchCost cost;
    const auto settings = static_cast<double>(plan.settings.size());
    if (settings < 1.0)
        return cost;
    constexpr double minute = 60.0;
    int a_piece = 0, holes = 0, found = 0; // a mark is found under the spindle with each cutter
    std::set<int> cutters;
    std::set<std::int64_t> lines_x, lines_y; // by hundredths
    for (const Setting& setting : plan.settings) {
        a_piece += loads_at(parts, setting);
        for (const LoadedHole& each : setting.holes) {
            const HoleToLoad& hole = parts.holes[static_cast<std::size_t>(each.hole)];
            cutters.insert(hole.cutters.begin(), hole.cutters.end());
            lines_x.insert(std::llround(hole.at.x.in_mm() * 100.0));
            lines_y.insert(std::llround(hole.at.y.in_mm() * 100.0));
            ++holes;
            found += static_cast<int>(put_in_for(hole));
        }
    }
    // Once for the batch, and for each piece.
    const double change = estimates.change_cutter;
    // Against a fence no zero is found: fence and stop are set for the first place as for every other one.
    const double first = held.against_fence ? 2.0 * estimates.a_setting : estimates.find_zero;
    const double stop_once =
        (first + (settings - 1.0) * 2.0 * estimates.a_setting) / minute + plan.cutters_put_in * change;
    const double stop_each = a_piece * estimates.load_piece / minute;
    const double laid_once = static_cast<double>(lines_x.size() + lines_y.size()) * estimates.a_scribed_line / minute +
                             static_cast<double>(cutters.size()) * change;
    const double in_each =
        static_cast<double>(std::max(std::size_t{1}, cutters.size())) * estimates.load_piece / minute;
    const double laid_each =
        (holes * (2.0 * estimates.a_crossing + estimates.prick) + found * estimates.a_mark) / minute + in_each;
    const double made_once = estimates.make_jig + static_cast<double>(cutters.size()) * change;
    const double made_each = in_each;
    const auto pays_from = [](double once, double each, double other_once, double other_each) {
        if (each >= other_each)
            return 0; // from some number on it is never the quicker one
        return std::max(1, static_cast<int>(std::floor((once - other_once) / (other_each - each))) + 1);
    };
    cost.loads = a_piece * pieces;
    cost.resets = static_cast<int>(settings) - 1;
    cost.by_stop = stop_once + stop_each * pieces;
    cost.laid_out = laid_once + laid_each * pieces;
    cost.in_fixture = made_once + made_each * pieces;
    cost.stop_pays_from = pays_from(stop_once, stop_each, laid_once, laid_each);
    cost.fixture_pays_from = pays_from(made_once, made_each, stop_once, stop_each);
    return cost;
}

std::optional<Instead> fewer_if_changed(const PartsToLoad& parts, const BatchPlan& plan,
                                        const std::atomic<bool>* leave_off) {
    std::optional<Instead> best;
    for (std::size_t i = 0; i < parts.holes.size(); ++i)
        for (const Axis axis : {Axis::X, Axis::Y}) {
            PartsToLoad changed = parts;
            Length& figure = axis == Axis::X ? changed.holes[i].at.x : changed.holes[i].at.y;
            const Length middle = (axis == Axis::X ? parts.size.x : parts.size.y) / 2.0;
            if (figure == middle)
                continue;
            figure = middle;
            const auto settings = static_cast<int>(fewest_settings(changed, leave_off).settings.size());
            if (settings < static_cast<int>(plan.settings.size()) && (!best || settings < best->settings))
                best = Instead{static_cast<int>(i), axis, settings};
        }
    return best;
}

std::optional<Job> with_taken(const Job& job, const SetupPlan& plan, const Instead& instead) {
    Job changed = job;
    auto* single = std::get_if<SinglePattern>(
        &changed.patterns[plan.holes[static_cast<std::size_t>(instead.hole)].pattern].layout);
    if (!single)
        return std::nullopt;
    const Point middle = Point{} - datum_from_middle(job);
    (instead.axis == Axis::X ? single->at.x : single->at.y) = instead.axis == Axis::X ? middle.x : middle.y;
    return changed;
}

std::string in_words(Loading loading) {
    switch (loading) {
    case Loading::AsDrawn:
        return say("As drawn");
    case Loading::EndForEnd:
        return say("Turned end for end");
    case Loading::OverLeftRight:
        return say("Turned over left-right");
    case Loading::OverFrontBack:
        return say("Turned over front-back");
    }
    return {};
}

std::string setting_in_words(const SetupPlan& plan, const BatchPlan& batch, std::size_t setting, Unit unit) {
    const Setting& at = batch.settings[setting];
    std::string words = say(
        plan.held.against_fence ? later("Setting {number}: the spindle {x} from the stop and {y} from the fence.")
                                : later("Setting {number}: the spindle {x} from the stop and {y} from the fixed jaw."),
        {{"number", setting + 1}, {"x", with_unit(at.at.x, unit)}, {"y", with_unit(at.at.y, unit)}});
    for (const Loading loading : at.loadings()) {
        std::vector<int> holes;
        for (const LoadedHole& each : at.holes)
            if (each.loading == loading)
                holes.push_back(each.hole);
        words += " " + say("{loading}: {holes}.",
                           {{"loading", in_words(loading)}, {"holes", names_in_runs(plan.holes, holes)}});
    }
    return words;
}

std::string in_words(const BatchCost& cost, const BatchPlan& plan) {
    return say("{loads} {loads:load|loads}, {resets} {resets:reset|resets}; a cutter is put in {times} "
               "{times:time|times}. Beside "
               "the drilling itself about {stop} by the stop, {laid} laid out piece by piece, {fixture} with a plate "
               "fixture made "
               "for it.",
               {{"loads", cost.loads},
                {"resets", cost.resets},
                {"times", plan.cutters_put_in},
                {"stop", minutes_in_words(cost.by_stop)},
                {"laid", minutes_in_words(cost.laid_out)},
                {"fixture", minutes_in_words(cost.in_fixture)}});
}

std::string pays_in_words(const BatchCost& cost) {
    return (cost.stop_pays_from > 0
                ? say("The stop pays from {pieces} {pieces:piece|pieces} on.", {{"pieces", cost.stop_pays_from}})
                : say("The stop never pays against laying out.")) +
           " " +
           (cost.fixture_pays_from > 0 ? say("A fixture pays against it from {pieces} {pieces:piece|pieces} on.",
                                             {{"pieces", cost.fixture_pays_from}})
                                       : say("A fixture never pays against it."));
}

std::string count_of_settings(int settings) {
    return say("{settings} {settings:setting|settings}", {{"settings", settings}});
}

std::vector<std::string> batch_steps(const BatchPlan& batch, const Held& held, int pieces) {
    std::vector<std::string> steps;
    steps.push_back(
        say("Lay out one piece by hand, every hole punched: it is the master. Mark on every piece the end that "
            "goes to the stop as drawn, and the face that is up."));
    for (std::size_t i = 0; i < batch.settings.size(); ++i) {
        const std::vector<Loading> loadings = batch.settings[i].loadings();
        std::string turns;
        for (const Loading each : loadings)
            turns += (turns.empty() ? "" : ", ") + in_words(each);
        steps.push_back(
            i == 0
                ? say(held.against_fence
                          ? later("Set fence and stop for setting 1, lower the drill into the master's mark to prove "
                                  "them, and drill one other piece. Measure its holes before any more are drilled.")
                          : later("Set stop and spindle for setting 1 by the master, and drill one other piece. "
                                  "Measure its holes before any more are drilled."))
                : say("Set them for setting {number} by the master, and prove it on one piece likewise.",
                      {{"number", i + 1}}));
        steps.push_back(say("All {pieces} pieces through it, one cutter after the other: {turns}.",
                            {{"pieces", pieces}, {"turns", turns}}));
    }
    steps.push_back(say("The master is finished last; until then it sets the stop again."));
    return steps;
}

} // namespace clockface

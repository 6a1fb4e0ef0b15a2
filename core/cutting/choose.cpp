#include "cutting/choose.h"

#include "measure/figures.h"
#include "shop/cutter_points.h"
#include "words/say.h"

#include <algorithm>
#include <cmath>

namespace clockface {

namespace {

// So near is the same size.
constexpr double same_size_mm = 0.005;

std::string fig(Length length, Unit unit) {
    return with_unit(length, unit);
}

std::string percent(double value) {
    return say("{figure} percent of thread", {{"figure", decimal(value, 0)}});
}

// A cutter that comes into question, before anything is said of it: there are hundreds, and only a few are shown.
struct Candidate {
    const Cutter* cutter;
    bool sound;
    double miss;
};

constexpr std::size_t most_choices = 12;

// The best of them with their consequences: what will do first, then what comes nearest.
template <class Words> std::vector<Choice> best_of(std::vector<Candidate> all, const Words& words) {
    std::stable_sort(all.begin(), all.end(), [](const Candidate& a, const Candidate& b) {
        return a.sound != b.sound ? a.sound : std::fabs(a.miss - b.miss) > 1e-9 && a.miss < b.miss;
    });
    all.resize(std::min(all.size(), most_choices));
    std::vector<Choice> out;
    for (const Candidate& each : all)
        out.push_back({*each.cutter, true, each.sound, each.miss, words(*each.cutter, each.sound)});
    return out;
}

std::string over_or_under(Length made, Length wanted, Unit unit) {
    const Length off = made - wanted;
    if (abs(off) < Length::mm(same_size_mm))
        return say("is just the size");
    return say("is {off} {off2}",
               {{"off", fig(abs(off), unit)}, {"off2", off > Length{} ? say("over") : say("under")}});
}

} // namespace

Length cuts(const Cutter& drill, const Metal& metal) {
    return drill.actual() * (1.0 + metal.oversize);
}

std::optional<Limits> limits_of(const HoleSpec& hole) {
    if (hole.limits)
        return hole.limits;
    if (hole.purpose != Purpose::Reamed)
        return std::nullopt;
    const auto fit = fit_for(hole.label, hole.diameter);
    if (!fit)
        return std::nullopt;
    return Limits{hole.diameter + fit->lower, hole.diameter + fit->upper};
}

std::vector<Choice> tap_drills(const std::vector<Cutter>& cutters, const Thread& thread, double wanted) {
    constexpr double torque = 80.0, far = 60.0;
    std::vector<Candidate> all;
    for (const Cutter& each : cutters) {
        if (each.kind != CutterKind::Drill || each.actual() >= thread.major)
            continue;
        const double had = percent_of_thread(thread, each.actual());
        if (std::fabs(had - wanted) > far)
            continue;
        // Two percent in favour of the charts' own drill: it is the one everybody expects.
        const double charted = each.size == thread.charted ? 2.0 : 0.0;
        all.push_back({&each, had >= least_percent && had <= most_percent, std::fabs(had - wanted) - charted});
    }
    return best_of(std::move(all), [&](const Cutter& drill, bool) {
        const double had = percent_of_thread(thread, drill.actual());
        if (had > torque)
            return say("gives {had}; the tap turns hard, and a small one may break", {{"had", percent(had)}});
        if (had < least_percent)
            return say("gives {had}; too little to hold", {{"had", percent(had)}});
        return say("gives {had}", {{"had", percent(had)}});
    });
}

std::vector<Choice> drills_within(const std::vector<Cutter>& cutters, const Limits& limits, const Metal& metal,
                                  Unit unit) {
    std::vector<Candidate> all;
    const Length least = limits.least.value_or(Length{});
    const Length most = limits.most.value_or(Length::mm(1e6));
    const bool both = limits.least && limits.most;
    Length ideal = most;
    if (both)
        ideal = (least + most) / 2.0;
    else if (limits.least)
        ideal = least;
    for (const Cutter& each : cutters) {
        if (each.kind != CutterKind::Drill)
            continue;
        const Length size = each.actual(), made = cuts(each, metal);
        const bool sound = size >= least && made >= least && size <= most && made <= most;
        all.push_back({&each, sound, abs((both ? (size + made) / 2.0 : size) - ideal).in_mm()});
    }
    return best_of(std::move(all), [&](const Cutter& drill, bool) {
        const Length size = drill.actual(), made = cuts(drill, metal);
        if (size < least)
            return say("is {least} below the lower limit", {{"least", fig(least - size, unit)}});
        if (size > most)
            return say("is {most} above the upper limit", {{"most", fig(size - most, unit)}});
        if (made > most)
            return say("lies inside, but usually cuts {made}, {most} above the limit",
                       {{"made", fig(made, unit)}, {"most", fig(made - most, unit)}});
        if (made < least)
            return say("lies inside, but usually cuts {made}", {{"made", fig(made, unit)}});
        return say("cuts about {made}, inside the limits", {{"made", fig(made, unit)}});
    });
}

std::vector<Choice> drills_near(const std::vector<Cutter>& cutters, Length wanted, Unit unit) {
    constexpr double near_mm = 0.1, share = 0.02;
    std::vector<Candidate> all;
    for (const Cutter& each : cutters)
        if (each.kind == CutterKind::Drill) {
            const Length off = abs(each.actual() - wanted);
            all.push_back(
                {&each, off <= std::max(Length::mm(near_mm), wanted * share) + Length::mm(1e-9), off.in_mm()});
        }
    return best_of(std::move(all),
                   [&](const Cutter& drill, bool) { return over_or_under(drill.actual(), wanted, unit); });
}

std::vector<Choice> step_drills_for(const std::vector<Cutter>& cutters, Length wanted, Length metal, Unit unit) {
    std::vector<Candidate> all;
    for (const Cutter& each : cutters)
        if (each.kind == CutterKind::StepDrill && metal <= each.tip_length &&
            abs(each.actual() - wanted) < Length::mm(same_size_mm))
            all.push_back({&each, true, abs(each.actual() - wanted).in_mm()});
    return best_of(std::move(all), [&](const Cutter& drill, bool) {
        return say("is just the size with its widest step, which is {tip_length} high: more than the metal is thick",
                   {{"tip_length", fig(drill.tip_length, unit)}});
    });
}

std::vector<Choice> clearance_drills(const std::vector<Cutter>& cutters, Length wanted, const Clearance& row,
                                     Unit unit) {
    const Length slack = Length::mm(same_size_mm);
    std::vector<Candidate> all;
    for (const Cutter& each : cutters)
        if (each.kind == CutterKind::Drill && each.actual() > row.major)
            all.push_back({&each, each.actual() >= row.close - slack && each.actual() <= row.free + slack,
                           abs(each.actual() - wanted).in_mm()});
    return best_of(std::move(all), [&](const Cutter& drill, bool) {
        const Length size = drill.actual();
        const std::string play = fig(size - row.major, unit);
        if (abs(size - wanted) < slack)
            return say("is just the size");
        if (size < row.close - slack)
            return say("leaves the screw {play} of play, less than the close hole", {{"play", play}});
        if (size > row.free + slack)
            return say("leaves the screw {play} of play, more than the free hole", {{"play", play}});
        return say("leaves the screw {play} of play", {{"play", play}});
    });
}

std::vector<Choice> drills_under(const std::vector<Cutter>& cutters, const Cutter& reamer, const Metal& metal,
                                 Unit unit) {
    constexpr double least_share = 0.25, most_share = 3.0, smallest = 0.7, largest = 1.05;
    const ReamAllowance row = ream_allowance(reamer.actual());
    const Length allowance = reamer.hand ? row.hand : row.machine;
    std::vector<Candidate> all;
    for (const Cutter& each : cutters) {
        if (each.kind != CutterKind::Drill || each.actual() > reamer.actual() * largest ||
            each.actual() < reamer.actual() * smallest)
            continue;
        const Length left = reamer.actual() - cuts(each, metal);
        all.push_back({&each,
                       left >= allowance * least_share && reamer.actual() - each.actual() <= allowance * most_share,
                       abs(reamer.actual() - each.actual() - allowance).in_mm()});
    }
    return best_of(std::move(all), [&](const Cutter& drill, bool sound) {
        const Length left = reamer.actual() - cuts(drill, metal);
        if (left <= Length{})
            return say("leaves the reamer nothing to cut: it only rubs and burnishes");
        if (left < allowance * least_share)
            return say("leaves about {left} for the reamer, too little to cut", {{"left", fig(left, unit)}});
        if (!sound)
            return say("leaves about {left} for the reamer, more than it should take", {{"left", fig(left, unit)}});
        return say("leaves about {left} for the reamer", {{"left", fig(left, unit)}});
    });
}

std::vector<Choice> reamers_for(const std::vector<Cutter>& cutters, Length diameter,
                                const std::optional<Limits>& limits, Unit unit) {
    constexpr double near = 0.01;
    std::vector<Candidate> all;
    for (const Cutter& each : cutters) {
        if (each.kind != CutterKind::Reamer || abs(each.actual() - diameter) > diameter * near)
            continue;
        // A reamer marked for a size makes its H7; one that was measured makes what it measures.
        const bool marked = !each.measured && abs(each.diameter - diameter) < Length::mm(same_size_mm);
        const bool inside = limits && each.actual() >= limits->least.value_or(Length{}) &&
                            each.actual() <= limits->most.value_or(Length::mm(1e6));
        all.push_back({&each, marked || inside, abs(each.actual() - diameter).in_mm()});
    }
    return best_of(std::move(all),
                   [&](const Cutter& reamer, bool) { return over_or_under(reamer.actual(), diameter, unit); });
}

std::vector<Choice> cones_for(const std::vector<Cutter>& cutters, Length mouth, Length hole, Angle angle, Unit unit) {
    constexpr double after_countersinks = 1e3; // spotting drills do it too, but wear their points
    std::vector<Candidate> all;
    for (const Cutter& each : cutters) {
        const bool cone = each.kind == CutterKind::Countersink || each.kind == CutterKind::SpotDrill;
        if (cone && each.actual() >= mouth && each.tip <= hole)
            all.push_back(
                {&each, angle <= Angle{} || each.point == angle,
                 (each.actual() - mouth).in_mm() + (each.kind == CutterKind::Countersink ? 0.0 : after_countersinks)});
    }
    return best_of(std::move(all), [&](const Cutter& cutter, bool sound) {
        return say("makes a {mouth} mouth at {cone_depth} deep{remark}",
                   {{"mouth", fig(mouth, unit)},
                    {"cone_depth", fig(cone_depth(mouth, cutter.point, cutter.tip), unit)},
                    {"remark", sound ? ""
                                     : say(", but its cone has {point} degrees",
                                           {{"point", decimal(cutter.point.in_degrees(), 0)}})}});
    });
}

std::vector<Choice> counterbores_for(const std::vector<Cutter>& cutters, Length diameter, Length hole, Unit unit) {
    constexpr double near = 0.06;
    const auto is_guided = [&](const Cutter& cutter) { return cutter.tip <= hole + Length::mm(same_size_mm); };
    std::vector<Candidate> all;
    for (const Cutter& each : cutters)
        if (each.kind == CutterKind::Counterbore && abs(each.actual() - diameter) <= diameter * near)
            all.push_back({&each, is_guided(each) && each.actual() >= diameter - Length::mm(same_size_mm),
                           abs(each.actual() - diameter).in_mm()});
    return best_of(std::move(all), [&](const Cutter& cutter, bool) {
        return is_guided(cutter) ? over_or_under(cutter.actual(), diameter, unit)
                                 : say("its {tip} pilot does not go into the hole", {{"tip", fig(cutter.tip, unit)}});
    });
}

} // namespace clockface

#include "cutting/choose.h"

#include "measure/figures.h"
#include "shop/cutter_points.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace clockface {

namespace {

// So near is the same size.
constexpr double same_size_mm = 0.005;

std::string fig(Length length, Unit unit) {
    return with_unit(length, unit);
}

std::string percent(double value) {
    return decimal(value, 0) + " percent of thread";
}

void rank(std::vector<Choice>& all) {
    std::stable_sort(all.begin(), all.end(), [](const Choice& a, const Choice& b) {
        return a.sound != b.sound ? a.sound : std::fabs(a.miss - b.miss) > 1e-9 && a.miss < b.miss;
    });
}

std::string over_or_under(Length made, Length wanted, Unit unit) {
    const Length off = made - wanted;
    if (abs(off) < Length::mm(same_size_mm))
        return "is just the size";
    return fmt::format("is {} {}", fig(abs(off), unit), off > Length{} ? "over" : "under");
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
    constexpr double torque = 80.0;
    std::vector<Choice> out;
    for (const Cutter& each : cutters) {
        if (each.kind != CutterKind::Drill || each.actual() >= thread.major)
            continue;
        const double had = percent_of_thread(thread, each.actual());
        constexpr double far = 60.0;
        if (std::fabs(had - wanted) > far)
            continue;
        // Two percent in favour of the charts' own drill: it is the one everybody expects.
        const double charted = each.size == thread.charted ? 2.0 : 0.0;
        Choice choice{each, true, had >= least_percent && had <= most_percent, std::fabs(had - wanted) - charted,
                      "gives " + percent(had)};
        if (had > torque)
            choice.consequence += "; the tap turns hard, and a small one may break";
        else if (had < least_percent)
            choice.consequence += "; too little to hold";
        out.push_back(choice);
    }
    rank(out);
    return out;
}

std::vector<Choice> drills_within(const std::vector<Cutter>& cutters, const Limits& limits, const Metal& metal,
                                  Unit unit) {
    std::vector<Choice> out;
    const Length least = limits.least.value_or(Length{});
    const Length most = limits.most.value_or(Length::mm(1e6));
    const Length ideal = limits.least && limits.most ? (least + most) / 2.0 : limits.least ? least : most;
    for (const Cutter& each : cutters) {
        if (each.kind != CutterKind::Drill)
            continue;
        const Length size = each.actual();
        const Length made = cuts(each, metal);
        const bool sound = size >= least && made >= least && size <= most && made <= most;
        const Length middle = limits.least && limits.most ? (size + made) / 2.0 : size;
        Choice choice{each, true, sound, (abs(middle - ideal)).in_mm(), {}};
        choice.consequence = size < least   ? fmt::format("is {} below the lower limit", fig(least - size, unit))
                             : size > most  ? fmt::format("is {} above the upper limit", fig(size - most, unit))
                             : made > most  ? fmt::format("lies inside, but usually cuts {}, {} above the limit",
                                                          fig(made, unit), fig(made - most, unit))
                             : made < least ? fmt::format("lies inside, but usually cuts {}", fig(made, unit))
                                            : fmt::format("cuts about {}, inside the limits", fig(made, unit));
        out.push_back(choice);
    }
    rank(out);
    return out;
}

std::vector<Choice> drills_near(const std::vector<Cutter>& cutters, Length wanted, Unit unit) {
    constexpr double near_mm = 0.1, share = 0.02;
    std::vector<Choice> out;
    for (const Cutter& each : cutters)
        if (each.kind == CutterKind::Drill) {
            const Length off = abs(each.actual() - wanted);
            out.push_back({each, true, off <= std::max(Length::mm(near_mm), wanted * share) + Length::mm(1e-9),
                           off.in_mm(), over_or_under(each.actual(), wanted, unit)});
        }
    rank(out);
    return out;
}

std::vector<Choice> clearance_drills(const std::vector<Cutter>& cutters, Length wanted, const Clearance& row,
                                     Unit unit) {
    std::vector<Choice> out;
    const Length slack = Length::mm(same_size_mm);
    for (const Cutter& each : cutters) {
        if (each.kind != CutterKind::Drill || each.actual() <= row.major)
            continue;
        const bool sound = each.actual() >= row.close - slack && each.actual() <= row.free + slack;
        std::string what = abs(each.actual() - wanted) < slack
                               ? "is just the size"
                               : fmt::format("leaves the screw {} of play", fig(each.actual() - row.major, unit));
        if (each.actual() < row.close - slack)
            what += ", less than the close hole";
        else if (each.actual() > row.free + slack)
            what += ", more than the free hole";
        out.push_back({each, true, sound, abs(each.actual() - wanted).in_mm(), what});
    }
    rank(out);
    return out;
}

std::vector<Choice> drills_under(const std::vector<Cutter>& cutters, const Cutter& reamer, const Metal& metal,
                                 Unit unit) {
    constexpr double least_share = 0.25, most_share = 3.0;
    const ReamAllowance row = ream_allowance(reamer.actual());
    const Length allowance = reamer.hand ? row.hand : row.machine;
    std::vector<Choice> out;
    for (const Cutter& each : cutters) {
        if (each.kind != CutterKind::Drill || each.actual() > reamer.actual() * 1.05 ||
            each.actual() < reamer.actual() * 0.7)
            continue;
        const Length left = reamer.actual() - cuts(each, metal);
        const bool sound = left >= allowance * least_share && reamer.actual() - each.actual() <= allowance * most_share;
        Choice choice{each, true, sound, abs(reamer.actual() - each.actual() - allowance).in_mm(), {}};
        choice.consequence = left <= Length{} ? "leaves the reamer nothing to cut: it only rubs and burnishes"
                                              : fmt::format("leaves about {} for the reamer{}", fig(left, unit),
                                                            left < allowance * least_share ? ", too little to cut"
                                                            : sound                        ? ""
                                                                    : ", more than it should take");
        out.push_back(choice);
    }
    rank(out);
    return out;
}

std::vector<Choice> reamers_for(const std::vector<Cutter>& cutters, Length diameter,
                                const std::optional<Limits>& limits, Unit unit) {
    constexpr double near = 0.01;
    std::vector<Choice> out;
    for (const Cutter& each : cutters) {
        if (each.kind != CutterKind::Reamer || abs(each.actual() - diameter) > diameter * near)
            continue;
        // A reamer marked for a size makes its H7; one that was measured makes what it measures.
        const bool marked = !each.measured && abs(each.diameter - diameter) < Length::mm(same_size_mm);
        const bool inside = limits && each.actual() >= limits->least.value_or(Length{}) &&
                            each.actual() <= limits->most.value_or(Length::mm(1e6));
        out.push_back({each, true, marked || inside, abs(each.actual() - diameter).in_mm(),
                       over_or_under(each.actual(), diameter, unit)});
    }
    rank(out);
    return out;
}

std::vector<Choice> cones_for(const std::vector<Cutter>& cutters, Length mouth, Length hole, Angle angle, Unit unit) {
    std::vector<Choice> out;
    for (const Cutter& each : cutters) {
        const bool cone = each.kind == CutterKind::Countersink || each.kind == CutterKind::SpotDrill ||
                          each.kind == CutterKind::StepDrill;
        if (!cone || each.actual() < mouth || each.tip > hole)
            continue;
        const bool same = angle <= Angle{} || each.point == angle;
        const Length depth = cone_depth(mouth, each.point, each.tip);
        out.push_back(
            {each, true, same, (each.actual() - mouth).in_mm() + (each.kind == CutterKind::Countersink ? 0.0 : 1e3),
             fmt::format("makes a {} mouth at {} deep{}", fig(mouth, unit), fig(depth, unit),
                         same ? ""
                              : fmt::format(", but its cone has {} degrees", decimal(each.point.in_degrees(), 0)))});
    }
    rank(out);
    return out;
}

std::vector<Choice> counterbores_for(const std::vector<Cutter>& cutters, Length diameter, Length hole, Unit unit) {
    constexpr double near = 0.06;
    std::vector<Choice> out;
    for (const Cutter& each : cutters) {
        if (each.kind != CutterKind::Counterbore || abs(each.actual() - diameter) > diameter * near)
            continue;
        const bool guided = each.tip <= hole + Length::mm(same_size_mm);
        out.push_back({each, true, guided && each.actual() >= diameter - Length::mm(same_size_mm),
                       abs(each.actual() - diameter).in_mm(),
                       guided ? over_or_under(each.actual(), diameter, unit)
                              : fmt::format("its {} pilot does not go into the hole", fig(each.tip, unit))});
    }
    rank(out);
    return out;
}

} // namespace clockface

#include "cutting/formulas.h"

#include "measure/figures.h"
#include "shop/cutter_points.h"
#include "words/say.h"

#include <algorithm>
#include <cmath>
#include <numbers>

namespace clockface {

double percent_of_thread(const Thread& thread, Length hole) {
    constexpr double percent = 100.0;
    return percent * ((thread.major - hole) / (2.0 * thread.height()));
}

Length hole_for_percent(const Thread& thread, double percent) {
    constexpr double whole = 100.0;
    return thread.major - 2.0 * thread.height() * (percent / whole);
}

double threads_engaged(Length thickness, Length pitch) {
    return thickness / pitch;
}

Length pitch_of(double threads) {
    return Length::inches(1.0 / threads);
}

double threads_an_inch(Length pitch) {
    return Length::inches(1.0) / pitch;
}

GuidedThread guided_thread(Length thickness, Length counterbore, Length bare_end, Length major) {
    constexpr double nut = 0.8;
    const Length left = std::max(thickness - counterbore - bare_end, Length{});
    return {left, left >= major * nut};
}

Length tap_protrusion(TapLead lead, Length pitch) {
    return pitch * (lead_threads(lead) + 1.0);
}

std::vector<TapLead> tap_sequence(bool through, Length room, Length pitch) {
    if (through)
        return {TapLead::Taper};
    const double threads = room / pitch + 1e-9;
    if (threads >= lead_threads(TapLead::Taper))
        return {TapLead::Taper};
    if (threads >= lead_threads(TapLead::Plug))
        return {TapLead::Taper, TapLead::Plug};
    return {TapLead::Taper, TapLead::Plug, TapLead::Bottoming};
}

ChamferLeft chamfer_left(Length mouth, const Thread& thread) {
    constexpr double least = 0.1; // pitches
    const Length width = (mouth - thread.major) / 2.0;
    if (width < thread.pitch * least)
        return {width, say("too little")};
    return {width, width > thread.pitch ? say("too much") : say("good")};
}

Length centre_mouth(const Cutter& centre, Length depth) {
    if (depth <= centre.tip_length)
        return {};
    return std::min(cone_mouth(depth - centre.tip_length, centre.point, centre.tip), centre.diameter);
}

Length half_way_mouth(const Cutter& centre) {
    return (centre.tip + centre.diameter) / 2.0;
}

Length half_way_depth(const Cutter& centre) {
    return centre.tip_length + cone_depth(half_way_mouth(centre), centre.point, centre.tip);
}

std::string in_words(SpotVerdict verdict) {
    switch (verdict) {
    case SpotVerdict::Good:
        return say("inside the hole, and wider than the drill's web");
    case SpotVerdict::LooksUgly:
        return say("wider than the hole, so it will show; a smaller one would not");
    case SpotVerdict::DoesNotGuide:
        return say("narrower than the drill's web, so it hardly guides");
    }
    return {};
}

SpotVerdict judge_spot(Length mouth, Length drill) {
    constexpr double web = 1.0 / 6.0;
    if (mouth < drill * web)
        return SpotVerdict::DoesNotGuide;
    if (mouth > drill)
        return SpotVerdict::LooksUgly;
    return SpotVerdict::Good;
}

bool lands_on_its_point(Angle spot, Angle drill_point) {
    return spot >= drill_point;
}

const Cutter* centre_for(const std::vector<Cutter>& cutters, Length drill) {
    const Cutter* best = nullptr;
    const Cutter* smallest = nullptr;
    for (const Cutter& each : cutters) {
        if (each.kind != CutterKind::CentreDrill)
            continue;
        if (!smallest || each.diameter < smallest->diameter)
            smallest = &each;
        if (half_way_mouth(each) <= drill && (!best || half_way_mouth(each) > half_way_mouth(*best)))
            best = &each;
    }
    return best ? best : smallest;
}

Length expected_wander(const Cutter& drill, Length stick_out, double metal_wander, const Estimates& estimates) {
    const double slender = std::max(1.0, stick_out / drill.actual());
    return estimates.wander_bare * (slender * metal_wander * (drill.split_point ? estimates.split_wanders : 1.0));
}

double stiffness(Length diameter, Length stick_out) {
    return std::pow(diameter.in_mm(), 4.0) / std::pow(stick_out.in_mm(), 3.0);
}

std::string how_to_start(const Metal& metal, const Cutter& drill, Length stick_out) {
    constexpr double stubby = 4.0, slender = 8.0, skids = 1.15;
    const double ratio = stick_out / drill.actual();
    if (drill.split_point && ratio < stubby)
        return say("A split point this short starts by itself on a flat face; touch it gently.");
    if (metal.wander >= skids)
        return say(
            "In {metal} a point skids before it bites{remark}: a spot first, wide enough to hold its chisel edge.",
            {{"metal", metal.name}, {"remark", drill.split_point ? say(", split points too") : ""}});
    if (ratio > slender)
        return say("This drill stands out far and bends before it bites: a spot first, or start with a short drill.");
    return say("A centre punch mark or a spot first; without one it may run off before it bites.");
}

Length pilot_for(Length drill) {
    return drill / 3.0;
}

double rpm_for(double metres_a_minute, Length diameter) {
    constexpr double millimetres = 1000.0;
    return millimetres * metres_a_minute / (std::numbers::pi * diameter.in_mm());
}

double surface_speed(double rpm, Length diameter) {
    constexpr double millimetres = 1000.0;
    return std::numbers::pi * diameter.in_mm() * rpm / millimetres;
}

std::optional<double> step_not_above(const Spindle& spindle, double rpm) {
    if (rpm < spindle.lowest())
        return std::nullopt;
    if (spindle.steps.empty())
        return std::min(rpm, spindle.fastest);
    return *std::prev(std::upper_bound(spindle.steps.begin(), spindle.steps.end(), rpm));
}

Length tabulated_feed_per_revolution(Length diameter) {
    constexpr double share = 0.02, knee_mm = 10.0;
    const double d = diameter.in_mm();
    return Length::mm(d <= knee_mm ? share * d : share * knee_mm * std::sqrt(d / knee_mm));
}

FeedVerdict judge_feed(double feed, double rpm, Length tabulated) {
    constexpr double rubs_mm = 0.01, gentle = 0.6, brisk = 1.1, pushed = 1.5;
    const Length feed_per_revolution = Length::mm(feed / rpm);
    const double share = feed_per_revolution / tabulated;
    if (feed_per_revolution < Length::mm(rubs_mm))
        return {feed_per_revolution, say("only rubs")};
    if (share < gentle)
        return {feed_per_revolution, say("gentle")};
    if (share > pushed)
        return {feed_per_revolution, say("pushed")};
    return {feed_per_revolution, share > brisk ? say("brisk") : say("usual")};
}

double rounded_down(double feed) {
    constexpr double fine = 10.0, coarse = 100.0;
    double step = 5.0;
    if (feed < fine)
        step = 0.5;
    else if (feed < coarse)
        step = 1.0;
    return std::floor(feed / step + 1e-9) * step;
}

Result<TapFeed> tap_feed(std::optional<double> feed, std::optional<double> turns, std::optional<Length> pitch) {
    constexpr double same = 0.01;
    const int known = int(feed.has_value()) + int(turns.has_value()) + int(pitch.has_value());
    if (known < 2)
        return problem("", say("Two of feed, turns a minute and pitch are needed; the third follows."));
    for (const double figure : {feed.value_or(1.0), turns.value_or(1.0), pitch.value_or(Length::mm(1.0)).in_mm()})
        if (!(figure > 0.0))
            return problem("", say("Feed, turns a minute and pitch have to be above nought."));
    if (!feed)
        return TapFeed{*turns * pitch->in_mm(), *turns, *pitch};
    if (!turns)
        return TapFeed{*feed, *feed / pitch->in_mm(), *pitch};
    if (!pitch)
        return TapFeed{*feed, *turns, Length::mm(*feed / *turns)};
    const double due = *turns * pitch->in_mm();
    if (std::fabs(*feed - due) > due * same)
        return problem("", say("At {turns} turns a minute a pitch of {pitch} needs a feed of {due} mm a minute, not "
                               "{feed}: the tap would tear.",
                               {{"turns", decimal(*turns, 0)},
                                {"pitch", with_unit(*pitch, Unit::Millimetre)},
                                {"due", decimal(due, 1, Sign::WhenNegative, Tail::Trim)},
                                {"feed", decimal(*feed, 1, Sign::WhenNegative, Tail::Trim)}}));
    return TapFeed{*feed, *turns, *pitch};
}

std::vector<Length> equal_pecks(Length depth, int count) {
    std::vector<Length> out;
    for (int i = 1; i <= std::max(count, 1); ++i)
        out.push_back(depth * (static_cast<double>(i) / std::max(count, 1)));
    return out;
}

std::vector<Length> pecks_of(Length depth, Length peck) {
    constexpr double most = 1000.0;
    const double count = std::clamp(std::ceil(depth / peck - 1e-9), 1.0, most);
    return equal_pecks(depth, static_cast<int>(count));
}

std::vector<Length> pecks_to(Length depth, Length diameter, bool long_chips) {
    const double free = long_chips ? 2.0 : 3.0;
    if (depth <= diameter * free)
        return {depth};
    return pecks_of(depth, diameter * (long_chips ? 1.0 : 1.5));
}

Result<std::vector<Length>> pecks_from(Length approach, Length depth, Length peck) {
    if (peck <= approach)
        return problem("", say("The first peck of {peck} only cuts air: it starts {approach} above the face.",
                               {{"peck", with_unit(peck, Unit::Millimetre)},
                                {"approach", with_unit(approach, Unit::Millimetre)}}));
    std::vector<Length> out;
    for (const Length each : pecks_of(depth + approach, peck))
        out.push_back(each - approach);
    return out;
}

Length through_depth(Length thickness, Length diameter, Angle point, Length beyond) {
    return thickness + point_length(diameter, point) + beyond;
}

Length far_side(Length tip, Length thickness, Length diameter, Angle point) {
    if (tip <= thickness)
        return {};
    return point <= Angle{} ? diameter : std::min(diameter, cone_mouth(tip - thickness, point));
}

Length drilled_for_thread(Length thread, Length pitch, double lead, double chip_room_pitches) {
    return thread + pitch * (lead + chip_room_pitches);
}

Length thread_held(Length full_diameter, Length pitch, double lead, double chip_room_pitches) {
    return std::max(full_diameter - pitch * (lead + chip_room_pitches), Length{});
}

Length part_of_thickness(Length thickness, double fraction, Length point, bool to_full_diameter) {
    return thickness * fraction + (to_full_diameter ? point : Length{});
}

Length before_squaring(Length floor, Length left_to_square) {
    return std::max(floor - left_to_square, Length{});
}

Length on_scale(Length depth, Length line) {
    return line * std::ceil(depth / line - 1e-9);
}

Length chamfer_depth(Length hole, Length width, Angle angle) {
    return cone_depth(hole + width * 2.0, angle) - cone_depth(hole, angle);
}

std::optional<Length> step_drill_depth(const Cutter& step_drill, Length step_rise, Length wanted, Length thickness) {
    if (step_rise <= Length{} || wanted < step_drill.tip || wanted > step_drill.diameter)
        return std::nullopt;
    const double steps = (wanted - step_drill.tip) / step_rise;
    constexpr double same = 1e-3;
    if (std::fabs(steps - std::round(steps)) > same || thickness > step_drill.tip_length)
        return std::nullopt;
    // The wanted step has come through when its top has passed the far face's near edge: so many steps and the plate.
    return step_drill.tip_length * std::round(steps) + thickness;
}

Length cutter_path(Length edge, Length cutter, bool beyond_edge) {
    return beyond_edge ? edge + cutter / 2.0 : edge - cutter / 2.0;
}

ClearanceFit clearance_fit(Length measured, Length play, Length drill, double oversize) {
    const Length made = drill * (1.0 + oversize);
    return {measured + play, made - measured};
}

} // namespace clockface

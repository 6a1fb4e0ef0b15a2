#include "cutting/cutter_list.h"

#include "measure/figures.h"
#include "words/say.h"

#include <algorithm>

namespace clockface {

namespace {

constexpr double held_mm = 25.0;
constexpr double clear_mm = 5.0;

} // namespace

Room room_for(const std::vector<const Chain*>& chains, const Spindle& spindle, const Overhead& overhead, Unit unit) {
    std::vector<const CutStep*> steps;
    for (const Chain* chain : chains)
        for (const CutStep& step : chain->steps)
            if (!step.skipped && !step.by_hand)
                steps.push_back(&step);
    const CutStep* furthest_out = nullptr;
    const CutStep* reach = nullptr; // needs most stroke, seen from the furthest_out's height
    for (const CutStep* step : steps)
        if (!furthest_out || stick_out(step->cutter) > stick_out(furthest_out->cutter))
            furthest_out = step;
    Room room;
    if (!furthest_out)
        return room;
    const auto stroke = [&](const CutStep& step) {
        return stick_out(furthest_out->cutter) - stick_out(step.cutter) + step.tip +
               std::max(overhead.lift, Length::mm(clear_mm));
    };
    for (const CutStep* step : steps)
        if (!reach || stroke(*step) > stroke(*reach))
            reach = step;
    room.longest = furthest_out->cutter;
    room.free = spindle.room - stick_out(furthest_out->cutter) - overhead.work_top;
    if (room.free < overhead.lift) {
        room.tight = room.loses = true;
        room.sentence = say("The {longest} stands {stick_out} out of the chuck; over work whose top is {height} above "
                            "the table that is more than the {room} there are. Take a shorter one, or hold the work "
                            "lower.",
                            {{"longest", furthest_out->cutter.name},
                             {"stick_out", with_unit(stick_out(furthest_out->cutter), unit)},
                             {"height", with_unit(overhead.work_top + overhead.lift, unit)},
                             {"room", with_unit(spindle.room, unit)}});
    } else if (stroke(*reach) > spindle.stroke) {
        room.tight = true;
        room.loses = !spindle.keeps_place;
        room.sentence =
            say("Between the {cutter} and the {longest} the height has to be changed: the quill's {stroke} are {short} "
                "too short for both. {keeps_place}",
                {{"cutter", reach->cutter.name},
                 {"longest", furthest_out->cutter.name},
                 {"stroke", with_unit(spindle.stroke, unit)},
                 {"short", with_unit(stroke(*reach) - spindle.stroke, unit)},
                 {"keeps_place",
                  spindle.keeps_place
                      ? say("On this machine that keeps the place; touch off again.")
                      : say("On a round column that loses the place: finish each hole before moving on, or set "
                            "the height for the "
                            "longest cutter and hold the short one in an extension.")}});
    }
    return room;
}

Length stick_out(const Cutter& cutter) {
    return std::max({cutter.overall - Length::mm(held_mm), cutter.overall / 2.0, cutter.flute});
}

CutterList cutter_list(const std::vector<Chain>& chains, const std::vector<ChainUse>& uses) {
    CutterList out;
    for (std::size_t i = 0; i < chains.size(); ++i)
        for (const CutStep& step : chains[i].steps) {
            const int holes = uses[i].holes;
            if (step.skipped || holes == 0)
                continue;
            out.minutes += step.minutes * holes;
            if (step.fluid != "dry" && std::find(out.fluids.begin(), out.fluids.end(), step.fluid) == out.fluids.end())
                out.fluids.push_back(step.fluid);
            auto line = std::find_if(out.lines.begin(), out.lines.end(),
                                     [&](const FetchLine& each) { return each.cutter.name == step.cutter.name; });
            if (line == out.lines.end()) {
                out.lines.push_back({step.cutter, step.owned, step.kind, {}, 0, step.rpm, step.by_hand});
                line = std::prev(out.lines.end());
                out.minutes += uses[i].change_minutes;
            }
            if (step.rpm && (!line->rpm || *step.rpm < *line->rpm))
                line->rpm = step.rpm;
            line->kind = std::min(line->kind, step.kind);
            if (line->chains.empty() || line->chains.back() != static_cast<int>(i)) {
                line->chains.push_back(static_cast<int>(i));
                line->holes += holes;
            }
        }
    std::stable_sort(out.lines.begin(), out.lines.end(), [](const FetchLine& a, const FetchLine& b) {
        if (a.kind != b.kind)
            return a.kind < b.kind;
        if (a.cutter.diameter != b.cutter.diameter)
            return a.cutter.diameter < b.cutter.diameter;
        return a.cutter.lead < b.cutter.lead;
    });
    return out;
}

} // namespace clockface

#include "measure/figures.h"
#include "ordering/work_wording.h"
#include "words/say.h"

#include <fmt/format.h>

// What is keyed into a readout's routines, and what it then shows.

namespace clockface {

namespace {

std::string angle_figure(const Readout& readout, std::int64_t counts) {
    return decimal(readout.angle_resolution.in_degrees() * static_cast<double>(counts),
                   decimals_of_step(Length::mm(readout.angle_resolution.in_degrees()), Unit::Millimetre)) +
           "°";
}

std::vector<std::string> routine_names(const std::vector<int>& holes, const WordingNeeds& needs, bool& gaps) {
    std::vector<std::string> names;
    for (const int index : holes) {
        names.push_back(index < 0 ? say("(left out)") : needs.holes.at(static_cast<std::size_t>(index)).name);
        gaps = gaps || index < 0;
    }
    return names;
}

} // namespace

Wording circle_words(const KeyCircle& key, const WordingNeeds& needs) {
    const auto& readout = std::get<Readout>(needs.machine.kind);
    const auto length = [&](std::int64_t counts) {
        return step_figure(counts, readout.resolution, readout.unit, false);
    };
    bool gaps = false;
    const std::vector<std::string> names = routine_names(key.holes, needs, gaps);
    const std::string last = angle_figure(readout, readout.asks_step ? key.step : key.last);
    const std::string last_word = readout.asks_step ? say("step") : say("last");
    Wording w;
    w.heading = say("Circle routine");
    w.figures = {{say("centre X"), length(key.centre_x), ""},     {say("centre Y"), length(key.centre_y), ""},
                 {"diameter", length(key.diameter), ""},          {say("holes"), fmt::format("{}", key.count), ""},
                 {"first", angle_figure(readout, key.first), ""}, {last_word, last, "", true}};
    w.direction = say("it makes {names}; {convention}",
                      {{"names", first_dozen(names)}, {"convention", readout.circle_convention.in_words()}});
    if (gaps)
        w.note = say("Go past the places that are left out without drilling.");
    else if (readout.asks_step)
        w.note = say("This readout asks for the angle from hole to hole.");
    else
        w.note = say("If it asks for an end angle, it wants the angle of the last hole, not 360.");
    w.sentence = say("Circle routine: centre X {centre_x}, Y {centre_y}, diameter {diameter}, {count} "
                     "{count:hole|holes}, first {key}, "
                     "{last} {last2}: {names}.",
                     {{"centre_x", length(key.centre_x)},
                      {"centre_y", length(key.centre_y)},
                      {"diameter", length(key.diameter)},
                      {"count", key.count},
                      {"key", angle_figure(readout, key.first)},
                      {"last", last_word},
                      {"last2", last},
                      {"names", first_dozen(names)}});
    w.why = say("In this readout's convention ({convention}) the first hole it makes is at {key}; the last is at start "
                "+ (n − 1) × step = {readout}.",
                {{"convention", readout.circle_convention.in_words()},
                 {"key", angle_figure(readout, key.first)},
                 {"readout", angle_figure(readout, key.last)}});
    return w;
}

Wording row_words(const KeyRow& key, const WordingNeeds& needs) {
    const auto& readout = std::get<Readout>(needs.machine.kind);
    const auto length = [&](std::int64_t counts) {
        return step_figure(counts, readout.resolution, readout.unit, false);
    };
    bool gaps = false;
    const std::vector<std::string> names = routine_names(key.holes, needs, gaps);
    Wording w;
    w.heading = say("Row routine");
    w.figures = {{say("first X"), length(key.x), ""},
                 {say("first Y"), length(key.y), ""},
                 {say("holes"), fmt::format("{}", key.count), ""},
                 {"pitch", length(key.pitch), ""},
                 {"angle", angle_figure(readout, key.angle), "", true}};
    w.direction = say("it makes {names}; {convention}",
                      {{"names", first_dozen(names)}, {"convention", readout.circle_convention.in_words()}});
    w.note = gaps ? say("Go past the places that are left out without drilling.") : "";
    w.sentence =
        say("Row routine: first X {x}, Y {y}, {count} {count:hole|holes}, pitch {pitch}, angle {readout}: {names}.",
            {{"x", length(key.x)},
             {"y", length(key.y)},
             {"count", key.count},
             {"pitch", length(key.pitch)},
             {"readout", angle_figure(readout, key.angle)},
             {"names", first_dozen(names)}});
    w.why = say("The row runs from its first hole in equal steps; its direction in this readout's convention "
                "({convention}) is {readout}.",
                {{"convention", readout.circle_convention.in_words()}, {"readout", angle_figure(readout, key.angle)}});
    return w;
}

Wording place_words(const RoutinePlace& place, int hole, const WordingNeeds& needs) {
    const auto& readout = std::get<Readout>(needs.machine.kind);
    const Hole& target = needs.holes.at(static_cast<std::size_t>(hole));
    const Point drawn = as_drawn(needs.job.datum, target.at);
    const auto figure = [&](Length at) {
        return step_figure(round_to_step(at, readout.resolution).counts, readout.resolution, readout.unit, true);
    };
    Wording w;
    w.heading = say("Place {place}: {target}", {{"place", place.place + 1}, {"target", target.name}});
    w.figures = {{"X", step_figure(0, readout.resolution, readout.unit, false), "", true},
                 {"Y", step_figure(0, readout.resolution, readout.unit, false), "", true}};
    w.direction =
        say("from the drawing's zero it would show X {x}, Y {y}", {{"x", figure(drawn.x)}, {"y", figure(drawn.y)}});
    w.sentence =
        say("Place {place} of the routine, {target}: move until both axes show 0 (from zero X {x}, Y {y}).",
            {{"place", place.place + 1}, {"target", target.name}, {"x", figure(drawn.x)}, {"y", figure(drawn.y)}});
    w.why = say("A routine shows the way still to go. Switch it off for a moment: the two figures must agree with the "
                "drawing's.");
    return w;
}

} // namespace clockface

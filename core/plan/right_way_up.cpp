#include "plan/right_way_up.h"

#include <algorithm>
#include <cmath>
#include <tuple>

namespace clockface {

namespace {

constexpr std::size_t most_holes = 400; // a disc is tried in as many turns as it has holes
constexpr double place_step_mm = 0.001;
constexpr double off_the_grid_mm = 0.000314159; // so that round figures do not sit on the edge between two steps

struct Mark {
    Point at; // from the middle of the blank
    const HoleSpec* spec;
};

using Entry = std::tuple<long, long, double, int, std::string, double>;

Entry entry(const Mark& mark) {
    const auto step = [](Length length) { return std::lround((length.in_mm() + off_the_grid_mm) / place_step_mm); };
    return {step(mark.at.x),
            step(mark.at.y),
            mark.spec->diameter.in_mm(),
            static_cast<int>(mark.spec->purpose),
            mark.spec->label,
            mark.spec->depth ? mark.spec->depth->in_mm() : 0.0};
}

std::vector<Entry> sorted_entries(const std::vector<Mark>& marks) {
    std::vector<Entry> out;
    out.reserve(marks.size());
    for (const Mark& mark : marks)
        out.push_back(entry(mark));
    std::sort(out.begin(), out.end());
    return out;
}

// Whether every hole lands on one just like it; most turns are found out by the first few.
bool land_on(const std::vector<Mark>& marks, const std::vector<Entry>& drawing) {
    return std::all_of(marks.begin(), marks.end(), [&](const Mark& mark) {
        return std::binary_search(drawing.begin(), drawing.end(), entry(mark));
    });
}

std::vector<Mark> turned(std::vector<Mark> marks, Angle by) {
    for (Mark& mark : marks)
        mark.at = rotated(mark.at, by);
    return marks;
}

std::vector<Mark> mirrored(std::vector<Mark> marks) {
    for (Mark& mark : marks)
        mark.at.x = -mark.at.x;
    return marks;
}

// Turns of the bare blank that do not show, nought left out. A disc can lie anyhow: of its turns only those matter that
// bring the first hole off the middle onto another one.
std::vector<Angle> hidden_turns(const Blank& blank, const std::vector<Mark>& from, const std::vector<Mark>& onto) {
    if (!blank.is_round())
        return blank.extent_x() == blank.extent_y()
                   ? std::vector{Angle::degrees(90), Angle::degrees(180), Angle::degrees(270)}
                   : std::vector{Angle::degrees(180)};
    std::vector<Angle> turns;
    const auto off_middle = [](const Mark& mark) { return distance({}, mark.at) > Length::mm(place_step_mm); };
    const auto first = std::find_if(from.begin(), from.end(), off_middle);
    if (first == from.end())
        return turns;
    for (const Mark& other : onto)
        if (off_middle(other) && std::abs((distance({}, other.at) - distance({}, first->at)).in_mm()) < place_step_mm)
            turns.push_back(bearing_of({}, other.at) - bearing_of({}, first->at));
    return turns;
}

} // namespace

LooksAlike looks_alike(const Job& job, const std::vector<Hole>& holes) {
    LooksAlike result;
    // What has other marks of its own is not mistaken: an odd outline, a step, a leg, a boss or hole that is there.
    if (job.blank.on_side() || holes.empty() || holes.size() > most_holes || job.blank.shape == BlankShape::Outline ||
        job.blank.shape == BlankShape::Angle || job.blank.step || !job.blank.existing.empty() || job.blank.sawing)
        return result;
    const Point datum = datum_from_middle(job);
    std::vector<Mark> marks;
    bool blind = false;
    bool all_in_the_middle = true;
    for (const Hole& hole : holes) {
        marks.push_back({hole.at + datum, &hole.spec});
        blind = blind || hole.spec.depth.has_value();
        all_in_the_middle = all_in_the_middle && distance({}, hole.at + datum) < Length::mm(place_step_mm);
    }
    const std::vector<Entry> as_drawn = sorted_entries(marks);
    if (job.blank.is_round()) {
        result.turned = !all_in_the_middle;
    } else {
        for (const Angle by : hidden_turns(job.blank, marks, marks))
            result.turned = result.turned || !land_on(turned(marks, by), as_drawn);
    }
    // Over: harmless only if the holes of the mirrored part can be turned onto those of the drawing.
    const std::vector<Mark> over = mirrored(marks);
    std::vector<Angle> turns = hidden_turns(job.blank, over, marks);
    turns.emplace_back();
    result.over = blind || std::none_of(turns.begin(), turns.end(),
                                        [&](Angle by) { return land_on(turned(over, by), as_drawn); });
    return result;
}

} // namespace clockface

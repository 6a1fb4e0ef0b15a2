#include "layout/copies.h"

#include "layout/pattern.h"

#include <algorithm>

namespace clockface {

Job cut_loose(Job job, std::size_t index) {
    Pattern& pattern = job.patterns.at(index);
    if (names_in(std::as_const(pattern.layout)).empty())
        return job;
    const std::vector<Place> places = places_of(job).at(index);
    pattern.hole = spec_of(job, pattern);
    pattern.off.clear();
    pattern.extras.clear();
    pattern.left_out.clear();
    if (places.size() == 1) {
        pattern.layout = SinglePattern{places.front().at};
        return job;
    }
    PointsPattern points;
    for (std::size_t i = 0; i < places.size(); ++i) {
        points.at.push_back(places[i].at);
        if (!places[i].made)
            pattern.left_out.insert(static_cast<int>(i) + 1);
    }
    pattern.layout = points;
    return job;
}

void move_hole(Job& job, const Hole& hole, Point at) {
    Pattern& pattern = job.patterns.at(hole.pattern);
    const std::size_t number = static_cast<std::size_t>(hole.number);
    const std::size_t places = places_of(job).at(hole.pattern).size();
    const Point step = at - hole.at;
    if (auto* single = std::get_if<SinglePattern>(&pattern.layout); single && number == 1) {
        single->at = at;
    } else if (auto* points = std::get_if<PointsPattern>(&pattern.layout); points && number <= points->at.size()) {
        points->at[number - 1] = at;
    } else if (const std::size_t own = places - pattern.extras.size(); number > own) {
        pattern.extras[number - own - 1] = pattern.extras[number - own - 1] + step;
    } else {
        Point& off = pattern.off[hole.number];
        off = off + step;
        constexpr double same_mm = 1e-9;
        if (distance({}, off) < Length::mm(same_mm))
            pattern.off.erase(hole.number);
    }
}

Job without_pattern(Job job, std::size_t index) {
    const std::string gone = job.patterns.at(index).name;
    for (std::size_t i = index + 1; i < job.patterns.size(); ++i) {
        const std::vector<std::string> names = names_in(std::as_const(job.patterns[i].layout));
        if (std::find(names.begin(), names.end(), gone) != names.end())
            job = cut_loose(std::move(job), i);
    }
    job.patterns.erase(job.patterns.begin() + static_cast<std::ptrdiff_t>(index));
    return job;
}

} // namespace clockface

#include "layout/copies.h"

#include "layout/pattern.h"

#include <algorithm>

namespace clockface {

namespace {

// A pattern of a bar that stands for itself, where some holes of it are now.
BarPattern bar_at(const BarPattern& like, const Place& first, const Place& second) {
    BarPattern bar = like;
    bar.along_from = AlongFrom::LeftEnd;
    bar.hole.reset();
    bar.along = first.bar.along;
    bar.angle_from.reset();
    bar.at = first.bar.bearing;
    if (bar.count > 1)
        bar.pitch = second.bar.along - first.bar.along; // mirrored, it runs the other way
    return bar;
}

// A copy along or round a bar becomes as many patterns as there were copies: together they follow no one rule.
Job cut_loose_on_side(Job job, std::size_t index) {
    const std::string name = job.patterns[index].name;
    // What is copied from the whole of it could not follow its parts.
    for (std::size_t i = index + 1; i < job.patterns.size(); ++i)
        if (const auto* copy = std::get_if<CopyPattern>(&job.patterns[i].layout)) {
            const auto* each = std::get_if<AtEach>(&copy->way);
            if (copy->of == name || (each && each->of == name))
                return cut_loose(cut_loose(std::move(job), i), index);
        }
    const std::vector<std::vector<Place>> all = places_of(job);
    const std::vector<Place>& places = all[index];
    const Pattern* source = &job.patterns[index];
    while (const auto* copy = std::get_if<CopyPattern>(&source->layout))
        source = &job.patterns[static_cast<std::size_t>(pattern_index(job, copy->of))];
    const auto like = std::get<BarPattern>(source->layout);
    const auto part = static_cast<std::size_t>(like.count);
    HoleSpec hole = source->hole;
    if (const auto depth = depth_at(job, all, index, places.front().bar); like.into && depth)
        hole.depth = *depth;
    std::vector<Pattern> parts;
    for (std::size_t begin = 0; begin < places.size(); begin += part) {
        Pattern made = job.patterns[index];
        made.name = begin == 0 ? name : next_pattern_name(job);
        BarPattern bar = bar_at(like, places[begin], places[begin + (part > 1 ? 1 : 0)]);
        if (bar.into) {
            bar.into.reset();
            bar.reach = BarReach::AsSaid;
        }
        made.layout = bar;
        made.hole = hole;
        made.left_out.clear();
        for (std::size_t k = 0; k < part; ++k)
            if (!places[begin + k].made)
                made.left_out.insert(static_cast<int>(k) + 1);
        parts.push_back(made);
        if (begin > 0)
            job.patterns.push_back(made); // so that the next name is another
    }
    job.patterns.resize(job.patterns.size() - parts.size() + 1);
    for (std::size_t i = index + 1; i < job.patterns.size(); ++i)
        if (auto* bar = std::get_if<BarPattern>(&job.patterns[i].layout))
            for (std::optional<HoleRef>* ref : {&bar->hole, &bar->angle_from, &bar->into})
                if (*ref && (*ref)->pattern == name) {
                    const auto number = static_cast<std::size_t>((*ref)->number - 1);
                    *ref = HoleRef{parts[number / part].name, static_cast<int>(number % part) + 1};
                }
    const auto at = job.patterns.begin() + static_cast<std::ptrdiff_t>(index);
    *at = parts.front();
    job.patterns.insert(at + 1, parts.begin() + 1, parts.end());
    return job;
}

} // namespace

Job cut_loose(Job job, std::size_t index) {
    Pattern& pattern = job.patterns.at(index);
    if (const auto* points = std::get_if<PointsPattern>(&pattern.layout); points && !points->copied.empty()) {
        // All of the copy at once: one pattern by itself would only be copied again.
        for (Pattern& each : job.patterns)
            if (auto* own = std::get_if<PointsPattern>(&each.layout); own && !own->copied.empty()) {
                each.left_out.merge(own->open);
                own->open.clear();
                own->copied.clear();
            }
        job.old_part.laying.mirrored.reset();
        return job;
    }
    if (names_in(std::as_const(pattern.layout)).empty())
        return job;
    if (job.blank.is_bar() && pattern.face == Face::Top)
        return cut_loose_on_side(std::move(job), index);
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
    } else if (auto* points = std::get_if<PointsPattern>(&pattern.layout);
               points && points->copied.empty() && number <= points->at.size()) {
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

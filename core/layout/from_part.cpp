#include "layout/from_part.h"

#include "layout/copies.h"
#include "survey/designs.h"

#include <algorithm>

namespace clockface {

namespace {

PointsPattern* copied_points(Pattern& pattern) {
    auto* points = std::get_if<PointsPattern>(&pattern.layout);
    return points && !points->copied.empty() ? points : nullptr;
}

Pattern& pattern_for(Job& job, const HoleSpec& spec) {
    for (Pattern& pattern : job.patterns)
        if (copied_points(pattern) && pattern.hole == spec)
            return pattern;
    Pattern made;
    made.name = next_pattern_name(job);
    made.layout = PointsPattern{};
    made.hole = spec;
    made.face = job.blank.up;
    job.patterns.push_back(made);
    return job.patterns.back();
}

} // namespace

std::map<std::string, Point> laid_holes(const Job& job, const Survey& survey) {
    const Laying& laying = job.old_part.laying;
    std::map<std::string, Point> out = designed_places(job.old_part, survey);
    if (out.empty())
        return out;
    const double flip = laying.mirrored.value_or(false) ? -1.0 : 1.0;
    for (auto& [name, at] : out)
        at = polar(at.x, laying.bearing) + polar(at.y * flip, laying.bearing + Angle::degrees(90.0));
    Point low = out.begin()->second, high = low;
    for (const auto& [name, at] : out) {
        low = {std::min(low.x, at.x), std::min(low.y, at.y)};
        high = {std::max(high.x, at.x), std::max(high.y, at.y)};
    }
    const Point step = laying.centred ? middle_from_datum(job) - (low + high) * 0.5 : laying.at;
    for (auto& [name, at] : out)
        at = at + step;
    return out;
}

namespace {

// Nothing is copied of no part, nor before it is said which way up, nor onto the side of a bar.
bool copies(const Job& job) {
    return !job.old_part.empty() && job.old_part.laying.mirrored && !job.blank.on_side();
}

} // namespace

Job following_old_part(Job job) {
    if (!copies(job))
        return job;
    const Survey found = survey(job.old_part);
    return following_old_part(std::move(job), found);
}

Job following_old_part(Job job, const Survey& survey) {
    if (!copies(job))
        return job;
    const OldPart& part = job.old_part;
    const std::map<std::string, Point> laid = laid_holes(job, survey);
    // Holes that stay in their pattern keep their numbers.
    std::map<std::string, bool> placed;
    for (Pattern& pattern : job.patterns) {
        PointsPattern* points = copied_points(pattern);
        if (!points)
            continue;
        PointsPattern kept;
        for (std::size_t i = 0; i < points->copied.size(); ++i) {
            const int index = hole_index(part, points->copied[i]);
            const std::string name = index < 0 ? std::string() : part.holes[static_cast<std::size_t>(index)].name;
            if (index < 0 || placed[name] ||
                copied_spec(part, part.holes[static_cast<std::size_t>(index)]) != pattern.hole)
                continue;
            placed[name] = true;
            kept.copied.push_back(name);
            kept.at.push_back(points->at[i]);
        }
        *points = kept;
    }
    for (const OldHole& hole : part.holes) {
        const std::optional<HoleSpec> spec = copied_spec(part, hole);
        if (!spec || placed[hole.name])
            continue;
        Pattern& pattern = pattern_for(job, *spec);
        auto& points = std::get<PointsPattern>(pattern.layout);
        points.copied.push_back(hole.name);
        points.at.push_back({});
    }
    for (Pattern& pattern : job.patterns) {
        PointsPattern* points = copied_points(pattern);
        for (std::size_t i = 0; points && i < points->copied.size(); ++i) {
            const auto found = laid.find(points->copied[i]);
            if (found != laid.end())
                points->at[i] = found->second;
            else
                points->open.insert(static_cast<int>(i) + 1);
        }
    }
    for (std::size_t i = job.patterns.size(); i-- > 0;)
        if (const auto* points = std::get_if<PointsPattern>(&job.patterns[i].layout); points && points->at.empty())
            job = without_pattern(std::move(job), i);
    return job;
}

Job without_old_feature(Job job, const std::string& name) {
    OldPart& part = job.old_part;
    const auto named = [&](const auto& each) { return each.name == name; };
    const auto drop = [](auto& list, const auto& which) {
        list.erase(std::remove_if(list.begin(), list.end(), which), list.end());
    };
    drop(part.holes, named);
    drop(part.edges, named);
    drop(part.readings, [&](const Reading& each) {
        return std::find(each.between.begin(), each.between.end(), name) != each.between.end();
    });
    for (Design& design : part.designs)
        drop(design.places, [&](const auto& each) { return each.first == name; });
    drop(part.designs, [](const Design& each) { // too few holes are left to make one
        return each.places.size() < least_holes(each.kind);
    });
    for (std::string* word : {&part.zero, &part.along})
        if (*word == name)
            word->clear();
    for (std::size_t i = job.patterns.size(); i-- > 0;)
        if (PointsPattern* points = copied_points(job.patterns[i])) {
            PointsPattern kept;
            for (std::size_t k = 0; k < points->copied.size(); ++k)
                if (points->copied[k] != name) {
                    kept.copied.push_back(points->copied[k]);
                    kept.at.push_back(points->at[k]);
                }
            if (kept.at.empty())
                job = without_pattern(std::move(job), i);
            else
                *points = kept;
        }
    return job;
}

Job with_old_name(Job job, const std::string& from, const std::string& to) {
    OldPart& part = job.old_part;
    const auto rename = [&](std::string& name) {
        if (name == from)
            name = to;
    };
    for (OldHole& hole : part.holes)
        rename(hole.name);
    for (OldEdge& edge : part.edges)
        rename(edge.name);
    for (Reading& reading : part.readings)
        for (std::string& name : reading.between)
            rename(name);
    for (Design& design : part.designs)
        for (auto& [name, slot] : design.places)
            rename(name);
    rename(part.zero);
    rename(part.along);
    for (Pattern& pattern : job.patterns)
        if (PointsPattern* points = copied_points(pattern))
            for (std::string& name : points->copied)
                rename(name);
    return job;
}

bool old_part_moved(const Job& before, const Job& after) {
    return !(before.old_part == after.old_part) ||
           (after.old_part.laying.centred && (!(before.blank == after.blank) || !(before.datum == after.datum)));
}

} // namespace clockface

#include "formats/hole_import.h"
#include "words/say.h"

#include <algorithm>

namespace clockface {

void FoundHoles::leave_out(std::string sentence) {
    constexpr std::size_t enough = 200;
    if (left_out.size() < enough)
        left_out.push_back(std::move(sentence));
    else if (left_out.size() == enough)
        left_out.emplace_back(say("… and more of that kind."));
}

Job with_found(Job job, const std::vector<FoundHole>& holes, Length plain) {
    // "A3" belongs with "A1", whatever stands between them.
    const auto group = [](const FoundHole& hole) {
        const std::size_t digits = hole.name.find_last_not_of("0123456789");
        return hole.layer + '\n' + (digits == std::string::npos ? std::string() : hole.name.substr(0, digits + 1));
    };
    struct Group {
        std::string key;
        HoleSpec spec;
        PointsPattern points;
    };
    std::vector<Group> groups;
    for (const FoundHole& hole : holes) {
        HoleSpec spec = hole.spec;
        if (spec.diameter == Length{})
            spec.diameter = plain;
        const std::string key = group(hole);
        auto found = std::find_if(groups.begin(), groups.end(),
                                  [&](const Group& each) { return each.key == key && each.spec == spec; });
        if (found == groups.end())
            found = groups.insert(groups.end(), Group{key, spec, {}});
        found->points.at.push_back(from_drawn(job.datum, hole.at));
    }
    for (const Group& each : groups) {
        Pattern pattern;
        pattern.name = next_pattern_name(job);
        pattern.face = job.blank.up;
        pattern.layout = each.points;
        pattern.hole = each.spec;
        job.patterns.push_back(pattern);
    }
    return job;
}

} // namespace clockface

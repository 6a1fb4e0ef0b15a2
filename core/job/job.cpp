#include "job/job.h"

#include "measure/figures.h"

#include <algorithm>
#include <fmt/format.h>

namespace clockface {

std::string progress_name(const Job& job, const std::string& machine) {
    return job.blank.up == Face::Top ? machine : machine + ", " + face_in_words(job.blank.shape, job.blank.up);
}

Job with_datum(Job job, const Datum& datum) {
    const Point step = datum_from_middle(job) - datum_from_middle(job.blank, datum);
    for (Pattern& pattern : job.patterns)
        if (is_at_hand(job, pattern))
            pattern.layout = shifted(pattern.layout, step);
    job.old_part.laying.at = job.old_part.laying.at + step;
    job.datum = datum;
    return job;
}

Job with_datum_place(Job job, DatumPlace place) {
    Datum datum = job.datum;
    datum.place = place;
    datum.on.clear();
    datum.off = {};
    return with_datum(std::move(job), datum);
}

Datum datum_on(const Job& job, Point from_datum, const std::string& what) {
    Datum datum = job.datum;
    datum.place = DatumPlace::Point;
    datum.on = what;
    datum.off = from_datum + datum_from_middle(job) - datum_from_middle(job.blank, DatumPlace::LowerLeft);
    return datum;
}

Job with_face_up(Job job, Face face) {
    if (face == job.blank.up)
        return job;
    job.other_datums[job.blank.up] = job.datum;
    job.blank.up = face;
    if (const auto known = job.other_datums.find(face); known != job.other_datums.end()) {
        job.datum = known->second;
        job.other_datums.erase(known);
    } else if (job.blank.is_bar()) {
        job.datum.place = face == Face::Top ? DatumPlace::LeftEdge : DatumPlace::Middle;
        job.datum.on.clear();
        job.datum.off = {};
    } else if (job.datum.place == DatumPlace::Existing || job.datum.place == DatumPlace::Point) {
        job.datum.place = DatumPlace::LowerLeft; // what it was set on is on the other face
        job.datum.on.clear();
        job.datum.off = {};
    }
    return job;
}

namespace {

bool seen_in_mirror(const Job& job) {
    return job.blank.on_side() && job.blank.bar.seen_from == Face::Left;
}

} // namespace

Angle as_seen(const Job& job, Angle bearing) {
    return seen_in_mirror(job) ? (Angle::degrees(180.0) - bearing).wrapped() : bearing;
}

Sense as_seen(const Job& job, Sense sense) {
    return seen_in_mirror(job) ? opposite(sense) : sense;
}

Point as_drawn(const Datum& datum, Point point) {
    return {datum.x_plus_right ? point.x : -point.x, datum.y_plus_up ? point.y : -point.y};
}

int pattern_index(const Job& job, const std::string& name) {
    const auto found = std::find_if(job.patterns.begin(), job.patterns.end(),
                                    [&](const Pattern& pattern) { return pattern.name == name; });
    return found == job.patterns.end() ? -1 : static_cast<int>(found - job.patterns.begin());
}

const HoleSpec& spec_of(const Job& job, const Pattern& pattern) {
    const Pattern* at = &pattern;
    // A source stands before its copies, so this ends.
    while (const auto* copy = std::get_if<CopyPattern>(&at->layout)) {
        const int source = pattern_index(job, copy->of);
        if (source < 0)
            break;
        at = &job.patterns[static_cast<std::size_t>(source)];
    }
    return at->hole;
}

void rename_pattern(Job& job, std::size_t pattern, const std::string& name) {
    const std::string before = job.patterns[pattern].name;
    job.patterns[pattern].name = name;
    for (std::size_t i = pattern + 1; i < job.patterns.size(); ++i)
        for (std::string* used : names_in(job.patterns[i].layout))
            if (*used == before)
                *used = name;
}

std::string next_pattern_name(const Job& job) {
    for (int n = 0;; ++n) {
        std::string name(1, static_cast<char>('A' + n % 26));
        if (n >= 26)
            name.insert(0, 1, static_cast<char>('A' + (n / 26 - 1) % 26));
        if (pattern_index(job, name) < 0 || n >= 26 * 27)
            return name;
    }
}

std::string recess_in_words(const Recess& recess, Unit unit) {
    const auto figure = [&](Length length) {
        return decimal(length.in(unit), job_decimals(unit), Sign::WhenNegative, Tail::Trim);
    };
    return recess.kind == RecessKind::Counterbore
               ? fmt::format("counterbored {}:{}", figure(recess.diameter), figure(recess.depth))
               : fmt::format("countersunk {}:{}", figure(recess.diameter),
                             decimal(recess.angle.in_degrees(), 2, Sign::WhenNegative, Tail::Trim));
}

std::string limits_in_words(const HoleSpec& hole, Unit unit) {
    if (!hole.limits)
        return {};
    const auto figure = [&](Length length) {
        return decimal(length.in(unit), job_decimals(unit), Sign::Always, Tail::Trim);
    };
    const auto& [least, most] = *hole.limits;
    return least && most ? fmt::format(" {} {}", figure(*most - hole.diameter), figure(*least - hole.diameter))
           : least       ? " or more"
                         : " or less";
}

std::string size_in_words(const HoleSpec& hole, Unit unit) {
    static const char* const clearings[] = {" clear close", " clear", " clear free"};
    std::string size =
        hole.drill.empty() ? with_unit(hole.diameter, unit) : hole.drill + " (" + with_unit(hole.diameter, unit) + ")";
    if (hole.purpose == Purpose::Tapped)
        size = hole.label + (hole.captive ? " captive" : "");
    else if (hole.purpose == Purpose::Clearance)
        size = hole.label + clearings[static_cast<int>(hole.clearing)];
    else if (hole.purpose == Purpose::Reamed && !hole.label.empty())
        size += " " + hole.label;
    size += limits_in_words(hole, unit);
    return hole.recess ? size + " " + recess_in_words(*hole.recess, unit) : size;
}

std::string in_words(const HoleRef& hole) {
    return hole.pattern + std::to_string(hole.number);
}

} // namespace clockface

#include "job/job.h"

#include "measure/figures.h"
#include "words/say.h"

#include <algorithm>
#include <fmt/format.h>
#include <set>
#include <utility>

namespace clockface {

int setup_index(const Job& job, int id) {
    const auto found =
        std::find_if(job.setups.begin(), job.setups.end(), [&](const Setup& each) { return each.id == id; });
    return found == job.setups.end() ? -1 : static_cast<int>(found - job.setups.begin());
}

const Setup* find_setup(const Job& job, int id) {
    const int index = setup_index(job, id);
    return index < 0 ? nullptr : &job.setups[static_cast<std::size_t>(index)];
}

const Setup& at_hand(const Job& job) {
    const Setup* found = find_setup(job, job.setup);
    return found ? *found : job.setups.front();
}

Setup& at_hand(Job& job) {
    const int index = setup_index(job, job.setup);
    return job.setups[index < 0 ? 0 : static_cast<std::size_t>(index)];
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

namespace {

// Every face keeps its own zero.
void turn_up(Job& job, Face face) {
    if (face == job.blank.up)
        return;
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
}

// An id nothing of the job has or ever had, as far as it or the log of a piece knows.
int fresh_id(Job& job) {
    const auto above = [&](int id) { job.next_id = std::max(job.next_id, id + 1); };
    const auto above_hole = [&](const std::optional<HoleId>& hole) {
        if (hole)
            above(hole->pattern);
    };
    for (const Piece& piece : job.begun)
        for (const Event& event : piece.log) {
            if (const auto* done = std::get_if<Done>(&event.what)) {
                above(done->deed.setup);
                above_hole(done->deed.hole);
            } else if (const auto* spoiled = std::get_if<Spoiled>(&event.what)) {
                above_hole(spoiled->hole);
            }
        }
    return job.next_id++;
}

// A further set-up, on the machine of the first and with its wishes, but for those that name holes or dials.
Setup further(Job& job, Face face, Operations makes) {
    Setup made{fresh_id(job), "", face, job.setups.front().machine, std::move(makes), job.setups.front().order};
    if (made.order.holes == HoleOrder::ByHand)
        made.order.holes = HoleOrder::LeastWork;
    made.order.by_hand.clear();
    made.order.dial_x = made.order.dial_y = 0;
    return made;
}

} // namespace

Job with_setup(Job job, int id) {
    turn_up(job, find_setup(job, id)->up);
    job.setup = id;
    return job;
}

Job with_face_up(Job job, Face face) {
    if (face == job.blank.up)
        return job;
    const auto found =
        std::find_if(job.setups.begin(), job.setups.end(), [&](const Setup& each) { return each.up == face; });
    if (found != job.setups.end())
        return with_setup(std::move(job), found->id);
    job.setups.push_back(further(job, face, TheRest{}));
    return with_setup(std::move(job), job.setups.back().id);
}

Job with_ids(Job job) {
    std::set<int> taken;
    for (const Setup& each : job.setups)
        job.next_id = std::max(job.next_id, each.id + 1);
    for (const Pattern& each : job.patterns)
        job.next_id = std::max(job.next_id, each.id + 1);
    for (Pattern& each : job.patterns)
        if (each.id <= 0 || !taken.insert(each.id).second)
            taken.insert(each.id = fresh_id(job));
    return job;
}

Job with_proposed_setups(Job job) {
    if (job.own_setups)
        return job;
    std::vector<Setup> next;
    const auto keep = [&](Face face, const Operations& makes) {
        const auto known = std::find_if(job.setups.begin(), job.setups.end(), [&](const Setup& each) {
            return each.up == face && each.makes.index() == makes.index();
        });
        next.push_back(known != job.setups.end() ? *known : further(job, face, makes));
    };
    std::vector<Face> faces;
    for (const Face face : faces_of(job.blank.shape))
        if (face == job.blank.up || std::any_of(job.patterns.begin(), job.patterns.end(),
                                                [&](const Pattern& each) { return each.face == face; }))
            faces.push_back(face);
    for (const Face face : faces)
        keep(face, TheRest{});
    for (const Face face : faces)
        if (job.handwork_apart)
            keep(face, Handwork{});
    if (next.empty()) // the blank is being changed, and has no such face any more
        return job;
    job.setups = std::move(next);
    if (!find_setup(job, job.setup))
        job.setup = std::find_if(job.setups.begin(), job.setups.end(), [&](const Setup& each) {
                        return each.up == job.blank.up;
                    })->id;
    return job;
}

Job with_further_setup(Job job, Face face) {
    job.own_setups = true;
    job.setups.push_back(further(job, face, TheRest{}));
    return job;
}

Job without_setup(Job job, int id) {
    const int index = setup_index(job, id);
    if (index < 0 || job.setups.size() < 2)
        return job;
    job.own_setups = true;
    if (at_hand(job).id == id)
        job = with_setup(std::move(job), job.setups[index == 0 ? 1U : 0U].id);
    job.setups.erase(job.setups.begin() + index);
    return job;
}

Job with_setup_earlier(Job job, int id) {
    const int index = setup_index(job, id);
    if (index < 1)
        return job;
    job.own_setups = true;
    std::swap(job.setups[static_cast<std::size_t>(index)], job.setups[static_cast<std::size_t>(index) - 1]);
    return job;
}

std::string in_words(const Job& job, const Setup& setup) {
    if (!setup.name.empty())
        return setup.name;
    return face_in_words(job.blank.shape, setup.up) +
           (std::holds_alternative<Handwork>(setup.makes) ? say(", by hand") : "");
}

Piece piece_of(const Job& job, int number) {
    const auto found =
        std::find_if(job.begun.begin(), job.begun.end(), [&](const Piece& each) { return each.number == number; });
    return found == job.begun.end() ? Piece{number, {}, {}, {}} : *found;
}

std::string in_words(const Piece& piece) {
    if (piece.number == all_pieces)
        return say("all pieces");
    return piece.mark.empty() ? std::to_string(piece.number) : piece.mark;
}

Job with_pieces(Job job, const std::vector<Piece>& pieces) {
    for (const Piece& each : pieces) {
        const auto place = std::lower_bound(job.begun.begin(), job.begun.end(), each.number,
                                            [](const Piece& other, int number) { return other.number < number; });
        const bool known = place != job.begun.end() && place->number == each.number;
        const bool nothing = each.log.empty() && !each.standing && each.mark.empty();
        if (known && nothing)
            job.begun.erase(place);
        else if (known)
            *place = each;
        else if (!nothing)
            job.begun.insert(place, each);
    }
    return job;
}

std::optional<HoleRef> hole_of(const Job& job, const HoleId& hole) {
    for (const Pattern& pattern : job.patterns)
        if (pattern.id == hole.pattern)
            return HoleRef{pattern.name, hole.number};
    return std::nullopt;
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
    if (least && most)
        return fmt::format(" {} {}", figure(*most - hole.diameter), figure(*least - hole.diameter));
    if (least)
        return " or more";
    return " or less";
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

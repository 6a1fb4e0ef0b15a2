#include "inspection/measured_part.h"

#include "layout/outline.h"
#include "shop/threads.h"
#include "survey/part_text.h"
#include "words/say.h"

#include <algorithm>

namespace clockface {

namespace {

std::string without_blanks(std::string name) {
    std::replace(name.begin(), name.end(), ' ', '-');
    return name;
}

struct Side {
    const char* name;
    BlankSide side;
};
constexpr Side sides[] = {
    {"left", {Axis::X, false}}, {"right", {Axis::X, true}}, {"lower", {Axis::Y, false}}, {"upper", {Axis::Y, true}}};

// Zero is counted from the near edge, the far one, or halfway between both.
enum class From { Near, Far, Both, Neither };
From counted_from(DatumPlace place, Axis axis) {
    const bool x = axis == Axis::X;
    switch (place) {
    case DatumPlace::LowerLeft:
    case DatumPlace::Point:
        return From::Near;
    case DatumPlace::LowerRight:
        return x ? From::Far : From::Near;
    case DatumPlace::UpperLeft:
        return x ? From::Near : From::Far;
    case DatumPlace::UpperRight:
        return From::Far;
    case DatumPlace::LeftEdge:
        return x ? From::Near : From::Both;
    case DatumPlace::RightEdge:
        return x ? From::Far : From::Both;
    case DatumPlace::LowerEdge:
        return x ? From::Both : From::Near;
    case DatumPlace::UpperEdge:
        return x ? From::Both : From::Far;
    case DatumPlace::Middle:
        return From::Both;
    case DatumPlace::Existing:
        break;
    }
    return From::Neither;
}

class Maker {
public:
    Maker(const Job& job, const MeasuredPiece& piece, const Estimates& estimates)
        : m_job(job)
        , m_piece(piece)
        , m_estimates(estimates) {
        m_out.part.unit = job.unit;
        m_out.part.instruments = job.proof.instruments;
        m_out.holes = holes_of(job);
    }

    MeasuredPart take() {
        for (const Hole& hole : m_out.holes)
            add(hole);
        add_what_is_there();
        add_edges();
        for (std::size_t i = 0; i < m_piece.readings.size(); ++i)
            add_reading(i);
        return std::move(m_out);
    }

private:
    const Job& m_job;
    const MeasuredPiece& m_piece;
    const Estimates& m_estimates;
    MeasuredPart m_out;

    [[nodiscard]] Length caliper() const {
        return m_job.proof.instruments[static_cast<std::size_t>(Instrument::Caliper)].error;
    }

    void add(const Hole& hole) {
        OldHole made;
        made.name = without_blanks(hole.name);
        made.sketched = hole.at;
        made.tapped = hole.spec.purpose == Purpose::Tapped;
        made.diameter = finished_bore(hole.spec);
        Length within = m_estimates.made_within;
        if (const HoleRead* read = read_at(m_piece, id_of(m_job, hole))) {
            made.pin = read->pin;
            if (read->across) {
                made.diameter = *read->across;
                within = caliper();
            }
        }
        m_out.part.holes.push_back(made);
        m_out.size_within.push_back(within);
    }

    void add_round(const std::string& name, Point from_middle, Length diameter, bool is_zero) {
        OldHole made;
        made.name = without_blanks(name);
        made.sketched = from_middle + middle_from_datum(m_job);
        made.diameter = diameter;
        if (is_zero)
            m_out.zero_on = static_cast<int>(m_out.part.holes.size());
        m_out.part.holes.push_back(made);
        m_out.size_within.push_back(caliper());
    }

    void add_what_is_there() {
        const Datum& datum = m_job.datum;
        if (m_job.blank.bore_shows())
            add_round("bore", {}, *m_job.blank.bore, datum.place == DatumPlace::Middle);
        for (const Existing& there : m_job.blank.existing)
            if (there.face == m_job.blank.up && there.kind != ExistingKind::Slot)
                add_round(there.name, there.at, there.diameter,
                          datum.place == DatumPlace::Existing && datum.on == there.name);
    }

    void add_edges() {
        if (m_job.blank.on_side())
            return;
        const Point half{m_job.blank.extent_x() / 2.0, m_job.blank.extent_y() / 2.0};
        for (const auto& [name, side] : sides) {
            if (!has_straight_edge(m_job.blank, side))
                continue;
            const Length x = side.axis == Axis::X && side.far ? half.x : -half.x;
            const Length y = side.axis == Axis::Y && side.far ? half.y : -half.y;
            const Point along = side.axis == Axis::X ? Point{x, half.y} : Point{half.x, y};
            m_out.part.edges.push_back(
                {name, Point{x, y} + middle_from_datum(m_job), along + middle_from_datum(m_job)});
            const From from = m_out.zero_on >= 0 ? From::Neither : counted_from(m_job.datum.place, side.axis);
            m_out.edge_in_place.push_back(from == From::Both || from == (side.far ? From::Far : From::Near));
        }
    }

    void add_reading(std::size_t index) {
        const ProofReading& reading = m_piece.readings[index];
        if (reading.face != m_job.blank.up)
            return;
        const Reading typed = as_typed(m_job, reading);
        const std::string line = to_line(typed, m_job.unit);
        if (m_job.blank.on_side()) { // rolled out, distances are not what a caliper reads
            m_out.gone.push_back(
                say("The reading {line} says nothing of holes across a bar, which are read one by one. It "
                    "is kept.",
                    {{"line", line}}));
            return;
        }
        for (const std::string& name : typed.between)
            if (hole_index(m_out.part, name) < 0 && edge_index(m_out.part, name) < 0) {
                m_out.gone.push_back(say("The reading {line} is of {what}, which is not on this face any more. It is "
                                         "kept, and counts again if that comes back.",
                                         {{"line", line}, {"what", name}}));
                return;
            }
        m_out.part.readings.push_back(typed);
        m_out.of.push_back(index);
    }
};

} // namespace

bool MeasuredPart::zero_can_be_touched() const {
    return zero_on >= 0 || std::any_of(edge_in_place.begin(), edge_in_place.end(), [](bool each) { return each; });
}

MeasuredPart measured_part(const Job& job, const MeasuredPiece& piece, const Estimates& estimates) {
    return Maker(job, piece, estimates).take();
}

std::string name_of(const Job& job, const ReadAt& at) {
    if (const auto* name = std::get_if<std::string>(&at))
        return *name;
    const HoleId& hole = std::get<HoleId>(at);
    for (const Pattern& pattern : job.patterns)
        if (pattern.id == hole.pattern)
            return without_blanks(pattern.name + std::to_string(hole.number));
    return say("a hole that is gone");
}

Result<ReadAt> read_at_named(const MeasuredPart& measured, const Job& job, const std::string& name) {
    if (const int hole = hole_index(measured.part, name); hole >= 0) {
        const auto at = static_cast<std::size_t>(hole);
        if (at < measured.holes.size())
            return ReadAt(id_of(job, measured.holes[at]));
        return ReadAt(measured.part.holes[at].name);
    }
    if (const int edge = edge_index(measured.part, name); edge >= 0)
        return ReadAt(measured.part.edges[static_cast<std::size_t>(edge)].name);
    return problem({}, say("There is no hole or edge named '{name}'.", {{"name", name}}));
}

Reading as_typed(const Job& job, const ProofReading& reading) {
    Reading typed;
    typed.kind = reading.kind;
    for (const ReadAt& each : reading.between)
        typed.between.push_back(name_of(job, each));
    typed.length = reading.length;
    typed.angle = reading.angle;
    typed.with = reading.with;
    typed.struck = reading.struck;
    return typed;
}

Result<ProofReading> as_kept(const MeasuredPart& measured, const Job& job, const Reading& reading, std::int64_t time) {
    if (job.blank.on_side())
        return problem({}, say("Holes across a bar are read one by one, from both sides: choose a hole, and see One "
                               "hole."));
    ProofReading kept;
    kept.time = time;
    kept.face = job.blank.up;
    kept.kind = reading.kind;
    kept.length = reading.length;
    kept.angle = reading.angle;
    kept.with = reading.with;
    kept.struck = reading.struck;
    for (const std::string& name : reading.between) {
        Result<ReadAt> at = read_at_named(measured, job, name);
        if (!at)
            return tl::unexpected(at.error());
        kept.between.push_back(*at);
    }
    return kept;
}

Length finished_bore(const HoleSpec& spec) {
    if (spec.purpose != Purpose::Tapped)
        return spec.diameter;
    const auto thread = find_thread(spec.label);
    return thread ? thread->tap_drill() : spec.diameter;
}

std::optional<std::string> fault_with_pins(const MeasuredPart& measured, const Reading& reading) {
    auto fault = fault_of(measured.part, reading);
    for (std::size_t k = 0; goes_over_pins(reading.kind) && !fault && k < reading.between.size(); ++k)
        if (const int hole = hole_index(measured.part, reading.between[k]); hole >= 0)
            fault = pin_fault(measured.part.holes[static_cast<std::size_t>(hole)], measured.part.unit);
    return fault;
}

} // namespace clockface

// A face of a measured piece as the survey of an old part sees it: its holes sketched where they should be, the edges
// and bores that can be touched, and the readings.
#pragma once

#include "job/job.h"
#include "layout/pattern.h"
#include "measure/problem.h"
#include "shop/estimates.h"

#include <string>
#include <vector>

namespace clockface {

struct MeasuredPart {
    OldPart part;                    ///< places from zero; first the holes of the face, then bore and what is there
    std::vector<Hole> holes;         ///< of the face, as in part.holes
    std::vector<std::size_t> of;     ///< for each reading of the part: which of the piece's readings it is
    std::vector<Length> size_within; ///< one standard deviation of the diameter of each hole of the part
    int zero_on = -1;                ///< the bore, boss or hole that zero lies on, in part.holes
    std::vector<bool> edge_in_place; ///< zero is counted from that edge, so it stands where it is drawn
    std::vector<std::string> gone;   ///< readings of what is not there any more, in a sentence each

    /// Whether anything can be touched that zero is counted from, and whether anything says which way x runs.
    [[nodiscard]] bool zero_can_be_touched() const;
    [[nodiscard]] bool has_edges() const { return !part.edges.empty(); }
};

/// The face at hand. A hole's diameter is what was read, otherwise the finished bore; of a tapped hole what its tap
/// drill leaves (pins and jaws stand on the tips of the thread). Straight edges are those along x and y.
MeasuredPart measured_part(const Job& job, const MeasuredPiece& piece, const Estimates& estimates);

/// What is wrong with one of its readings by itself, the pins it goes over included.
std::optional<std::string> fault_with_pins(const MeasuredPart& measured, const Reading& reading);

/// The name a thing is read at: of a hole "A3" (blanks as hyphens), otherwise its own; "a hole that is gone".
std::string name_of(const Job& job, const ReadAt& at);
/// What has that name on the face at hand. Problem: there is nothing of that name.
Result<ReadAt> read_at_named(const MeasuredPart& measured, const Job& job, const std::string& name);

/// A reading as it is typed, pasted and shown, and back. Errors: those of read_reading.
Reading as_typed(const Job& job, const ProofReading& reading);
Result<ProofReading> as_kept(const MeasuredPart& measured, const Job& job, const Reading& reading, std::int64_t time);

/// The diameter a hole is measured by where it was not read.
Length finished_bore(const HoleSpec& spec);

} // namespace clockface

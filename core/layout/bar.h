// Pieces from one bar: where each begins, where the saw goes, how long a bar it takes.
#pragma once

#include "job/job.h"

#include <vector>

namespace clockface {

/// Distance between the same feature of two neighbouring pieces: length + kerf + facing on both sawn faces. Leaving the
/// kerf out is what makes every piece short.
Length pitch_of(const Sawing& cutting);
/// Pieces and spares together.
inline int pieces_in(const Sawing& cutting) {
    return cutting.pieces + cutting.spares;
}
/// Where the finished piece `number` (from 1) begins, from the bar's left end.
Length start_of_piece(const Sawing& cutting, int number);

/// The pair of lines the saw goes between after a piece, and the finished ends on either side of them: all from the
/// bar's left end.
struct SawCut {
    int after = 1;         ///< piece number
    Length finished_end;   ///< of the piece before the cut
    Length near_line;      ///< saw on the far side of this one …
    Length far_line;       ///< … and on the near side of this one
    Length finished_start; ///< of the next piece; after the last piece the far line itself
};
std::vector<SawCut> saw_cuts(const Sawing& cutting);

/// Shortest bar that gives all pieces, the last one sawn off too.
Length bar_needed(const Sawing& cutting);
/// The same where the last piece ends at the bar's own end: a kerf and a facing less.
Length bar_needed_to_its_end(const Sawing& cutting);

} // namespace clockface

#include "layout/bar.h"

namespace clockface {

Length pitch_of(const Sawing& cutting) {
    return cutting.length + cutting.kerf + 2.0 * cutting.facing;
}

Length start_of_piece(const Sawing& cutting, int number) {
    return (cutting.end_is_true ? Length{} : cutting.facing) + pitch_of(cutting) * (number - 1);
}

std::vector<SawCut> saw_cuts(const Sawing& cutting) {
    std::vector<SawCut> cuts;
    for (int piece = 1; piece <= pieces_in(cutting); ++piece) {
        SawCut cut;
        cut.after = piece;
        cut.finished_end = start_of_piece(cutting, piece) + cutting.length;
        cut.near_line = cut.finished_end + cutting.facing;
        cut.far_line = cut.near_line + cutting.kerf;
        cut.finished_start = piece < pieces_in(cutting) ? start_of_piece(cutting, piece + 1) : cut.far_line;
        cuts.push_back(cut);
    }
    return cuts;
}

Length bar_needed(const Sawing& cutting) {
    return start_of_piece(cutting, pieces_in(cutting)) + cutting.length + cutting.facing + cutting.kerf;
}

Length bar_needed_to_its_end(const Sawing& cutting) {
    return start_of_piece(cutting, pieces_in(cutting)) + cutting.length;
}

} // namespace clockface

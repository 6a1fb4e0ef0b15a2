// Punch marks before they are drilled: what was seen beside each, whether it may stay, and how to draw it over.
#pragma once

#include "inspection/verdict.h"

#include <optional>
#include <string>
#include <vector>

namespace clockface {

struct MarkChecked {
    std::size_t hole = 0;
    Point off; ///< of the mark from its place
    Verdict verdict = Verdict::Good;
    Point draw_over;   ///< the way the mark has to move
    std::string words; ///< "A3: lean the top of the punch down and left and draw the mark 0.21 up and right."
};

struct MarksChecked {
    std::vector<MarkChecked> marks;     ///< of the holes whose mark was looked at, in the order of the face
    std::vector<std::string> sentences; ///< on the whole: rows against a line, the worst, what to do first
};

/// A mark may stand from its place what the hole may, less what a drill wanders from a mark (`wander_in_spot`, twice);
/// the error of what is seen is a tenth of a millimetre's eye (`Estimates::seen_cross` over two under the magnifier).
/// Marks of a row are held against the line that lies best through them, too: with u along the row and v across it,
/// v = a + b u by least squares.
MarksChecked marks_checked(const Job& job, const std::vector<Hole>& holes, const MeasuredPiece& piece,
                           const Estimates& estimates);

} // namespace clockface

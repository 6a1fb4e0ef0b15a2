// Numbers the way people at the bench write them: 3 1/4, 3-1/4, .4375, 12.5mm, #29, F, (4.75-0.5)/2.
//
// Grammar (every line is also a test):
//   sum      = product { ("+" | "-") product }
//   product  = factor { ("*" | "x" | "/") factor }
//   factor   = { "+" | "-" } ( number [unit] | drill | "(" sum ")" [unit] )
//   number   = 12 | 12.5 | .5 | 1e3 | 7/16 | mixed        mixed = "3 1/4" | "3-1/4" (fraction below one)
//   unit     = mm | cm | in | inch | inches | " | thou    drill = #1 … #80 | No 1 … No 80 | A … Z
//
// A bare number takes the unit of the field. Blanks on both sides of the minus make it a subtraction: "12 - 1/2" is
// eleven and a half, "12-1/2" is twelve and a half. Whatever could be read two ways is said in `how`.
#pragma once

#include "measure/length.h"
#include "measure/problem.h"

#include <string>
#include <string_view>

namespace clockface {

/// A length as read. `how` is empty when the text can be read in one way only, otherwise it says how it was read.
struct ReadLength {
    Length value;
    std::string how;
};

/// Reads a length; bare numbers are in `field`. Errors (place empty): nothing typed, a word that is no number or unit,
/// a misplaced sign or bracket, division by nought, an area or a pure ratio, a figure beyond 100 metres.
Result<ReadLength> read_length(std::string_view text, Unit field);

/// Reads a pure number (no unit may appear), for instance a ratio. Same errors.
Result<double> read_number(std::string_view text);

/// Reads a whole count from `least` to `most`; also a word up to twelve ("seven"). `of_what` is the plural noun for the
/// sentence ("holes").
Result<int> read_count(std::string_view text, int least, int most, const std::string& of_what);

/// How a length was read, in both units and as a fraction: `3 1/4 in = 3.2500 in = 82.550 mm`.
std::string both_units(Length length);

} // namespace clockface

// Figures as they are written: rounding (once, ties away from zero), decimals, fractions, signs.
#pragma once

#include "measure/angle.h"
#include "measure/length.h"

#include <cstdint>
#include <string>

namespace clockface {

/// A length as a whole number of steps of a device, and what is left over (length = counts * step + leftover).
struct Stepped {
    std::int64_t counts = 0;
    Length leftover;
};
/// Rounds once to the nearest step, ties away from zero. `step` > 0; |length / step| below 2^62. A quotient within 1e-9
/// of a tie counts as the tie, so that 0.125 in on a 0.001 in dial does not depend on the last bit.
Stepped round_to_step(Length length, Length step);

/// A fraction of an inch on a binary scale, and what it misses by (length = fraction + leftover).
struct NearestFraction {
    std::string text; ///< "3 1/4", "7/16", "0", with a true minus sign if negative
    Length leftover;
};
/// The nearest `denominator`-th of an inch in lowest terms; denominator is a power of two, 64 at the bench.
NearestFraction nearest_fraction(Length length, int denominator = 64);

enum class Sign { WhenNegative, Always };
enum class Tail { Keep, Trim }; ///< keep trailing noughts (columns) or drop them (sentences)

/// A number with a fixed count of decimals, ties away from zero and a true minus sign (U+2212). Never "-0.00".
std::string decimal(double value, int decimals, Sign sign = Sign::WhenNegative, Tail tail = Tail::Keep);

/// Decimals that show a job's lengths to about a micrometre: 3 in millimetres, 4 in inches.
int job_decimals(Unit unit);
/// Decimals needed to show every multiple of `step` exactly, at most 6.
int decimals_of_step(Length step, Unit unit);

/// Decimals that are worth writing of a figure that may be out by `error` (same unit): its last place is not finer than
/// the error, 0.1 for an error of 0.1 to 0.9. At most `most`, which is also what an error of nought gives.
int worth_writing(double error, int most);

/// "61.5 mm", "2.4213 in": trimmed, for sentences.
std::string with_unit(Length length, Unit unit);
/// For a deviation: as with_unit, but one too small to be written is "less than 0.001 mm" instead of "0 mm".
std::string deviation_in_words(Length length, Unit unit);
/// An error or a scatter, to a thousandth of a millimetre: "0.037 mm"; in inches to four places.
std::string thousandths(Length length, Unit unit);
/// What a way of working is expected to miss by, to a hundredth of a millimetre, as more would be a pretence: "0.15
/// mm", "under 0.01 mm".
std::string miss_in_words(Length miss, Unit unit);
/// "0.12 mm to the left and 0.05 mm up": a way to the right and up, an axis that is too little to be written left out.
std::string way_in_words(Point way, Unit unit);
/// To two figures that count, without a unit: "0.063", "1.2", "0".
std::string to_two_figures(Length length, Unit unit);
/// A share in whole hundreds, rounded down so that "100 in 100" means all.
int in_hundred(double share);
/// "40 min", "1 h 25".
std::string minutes_in_words(double minutes);
/// "15.375": three (four) decimals without unit, for columns.
std::string column_figure(Length length, Unit unit, Sign sign = Sign::Always);
/// "51.43°": trimmed to at most `decimals`.
std::string in_degrees(Angle angle, int decimals = 3);
/// "51° 25' 40\"", seconds with decimals only where they are needed.
std::string degrees_minutes_seconds(Angle angle);
/// "mm" or "in".
std::string unit_name(Unit unit);
/// "millimetres" or "inches".
std::string unit_word(Unit unit);
/// A small count in words up to twelve ("seven"), figures above.
std::string count_word(int count);
/// The same as it is said: count_word() is read again where it stands in a blank.
std::string said_count(int count);

} // namespace clockface

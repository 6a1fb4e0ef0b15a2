// An old part and its readings as text, one thing a line: what stands in a job file, what clockface-cli reads, and what
// is typed or pasted into the table of readings. Bare figures are in the part's unit; words may be separated by blanks,
// tabs, commas or semicolons; after a # that stands by itself comes a remark. Every line is also a test:
//
//   unit mm                                   or: in
//   instrument caliper 0.03 to 150            caliper, rule, height-gauge, protractor, straightedge, try-square
//   instrument height-gauge 0.02 not-at-hand
//   hole H1 8.21 at 12 40                     name, diameter, place in the sketch
//   hole H2 6.65 tapped at 60 42 pin 6 bolt 8 as M8 depth 12 blind head-room 30 free-round 15 by screw
//   edge base from 0 0 to 120 0
//   outside H1 H2 63.42                       outside inside over-pins between-pins centres
//   wall H1 base 7.9                          wall far-side height
//   along-edge H1 base side 30.2              along the first edge, from where the second crosses it
//   angle H1 H2 H3 91.5                       at the second hole
//   in-line H1 H2 H3
//   square H1 H2 H3                           or two edges
//   outside H1 H3 80.1 by rule struck
//   zero H1
//   along base
//   design circle 6 of 61.5: H1/0 H2/1 H3/2   spaces and pitch circle; row of 22.5: …; symmetric: …; round of 0.5: …;
//   design rectangle of 80 by 50: H1/0 H2/1 H4/2 H3/3   its corners round it
//   lay at 20 30 bearing 90 turned-over       or: lay centred …; as-seen, turned-over, or neither
//   marks face-to-face drill-guide bonded within 0.2
//
// A kind of reading may be shortened as long as it is plain what is meant: "ou H1 H2 63.42".
#pragma once

#include "job/old_part.h"
#include "measure/problem.h"
#include "survey/survey.h"

#include <string>
#include <string_view>
#include <vector>

namespace clockface {

std::vector<std::string> to_lines(const OldPart& part);
/// Errors: place "line 4" and what is wrong with it; the part as a whole is checked too (first_fault).
Result<OldPart> read_old_part(const std::vector<std::string>& lines);

/// One reading, as typed or pasted. Errors as above, place empty.
Result<Reading> read_reading(std::string_view text, const OldPart& part);
/// "outside H1 H2 63.42".
std::string to_line(const Reading& reading, Unit unit);

/// What makes a reading impossible for this part, by itself; nothing when it can be.
std::optional<std::string> fault_of(const OldPart& part, const Reading& reading);

/// Why its pin cannot be in a hole; nothing when it can be, or there is none.
std::optional<std::string> pin_fault(const OldHole& hole, Unit unit);

enum class FeatureKind { Hole, Edge };
/// What a kind of reading names, in order. A right angle is at the second of three holes or, with two names, between
/// edges.
std::vector<FeatureKind> features_of(ReadingKind kind, std::size_t names = 3);
/// "two holes", "a hole and an edge" …
std::string features_in_words(ReadingKind kind);
/// The word of the text: "over-pins".
const std::string& word_of(ReadingKind kind);
/// As spoken: "over pins".
std::string kind_in_words(ReadingKind kind);
/// What is read, without its figure: "wall A2 lower"; and with it: "wall A2 lower: 65.746 mm".
std::string named_in_words(const Reading& reading);
std::string in_words(const Reading& reading, Unit unit);
/// How the figure stands to the centres: "centres = reading - half of both diameters".
std::string correction_in_words(ReadingKind kind);
/// The kind a word or the beginning of one stands for.
Result<ReadingKind> read_kind(std::string_view word);
/// The words of the text for the instruments, by Instrument: "height-gauge".
const std::vector<std::string>& instrument_words();
/// "caliper", "height gauge" …
std::string in_words(Instrument instrument);

/// A place and its error (nineteen times in twenty) with no more digits than the error is worth.
struct PlaceWords {
    std::string x, y, error; ///< "+27.75", "−10.70", "0.12"
};
/// Requires hole.at.
PlaceWords place_in_words(const SurveyedHole& hole, Unit unit);

} // namespace clockface

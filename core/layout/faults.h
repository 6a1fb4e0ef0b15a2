// The checks that every part of a job is put through; used by validate only.
#pragma once

#include "layout/validate.h"

#include <string>

namespace clockface {

using Fault = std::optional<Problem>;

Fault fault(std::string place, std::string sentence);
/// A text of a person: on one line, UTF-8, no longer than that.
Fault words_fault(const std::string& place, const std::string& what, const std::string& text, std::size_t longest);
/// A size above nought, up to the largest.
Fault size_fault(const std::string& place, const std::string& what, Length size);
/// A point within the largest size of zero.
Fault point_fault(const std::string& place, Point point);
Fault angle_fault(const std::string& place, Angle angle);

/// The blank with all that is in it, and a zero on one of its faces.
Fault blank_fault(const Blank& blank);
Fault datum_fault(const Blank& blank, const Datum& datum, Face face);
/// The set-ups, and that the one at hand has the blank's face up.
Fault setups_fault(const Job& job);
/// What was measured of the pieces.
Fault proof_fault(const JobProof& proof);

} // namespace clockface

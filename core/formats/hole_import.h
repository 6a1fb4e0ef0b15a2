// Holes from somebody else's file: what was found, how it was read, and what was left out. Nothing of the job changes
// until it is accepted.
#pragma once

#include "job/job.h"
#include "measure/problem.h"

#include <string>
#include <vector>

namespace clockface {

/// One place found in a file. Its point is as the file counts, x and y in the drawing's own directions from zero.
struct FoundHole {
    std::string name;  ///< as the file has it; may be empty
    std::string layer; ///< as the file has it; may be empty
    Point at;
    HoleSpec spec; ///< diameter nought: the file does not say

    bool operator==(const FoundHole&) const = default;
};

struct FoundHoles {
    std::vector<FoundHole> holes;
    std::string how;                   ///< a sentence when the file's letters had to be converted
    std::vector<std::string> left_out; ///< a sentence for everything that was not taken, and where
    Unit unit = Unit::Millimetre;      ///< that the figures were read in
    bool unit_said = false;            ///< by the file itself; otherwise it was assumed

    /// Notes what was left out, up to a number somebody would read.
    void leave_out(std::string sentence);
};

/// How a table is read; recognised first, then shown and changed by the user. Columns count from 0; -1: there is none.
struct CsvReading {
    char separator = ',';
    bool heading = false;       ///< the first line names the columns
    bool decimal_comma = false; ///< 12,5 is twelve and a half
    int name = -1, x = 0, y = 1, diameter = -1, depth = -1, kind = -1, label = -1, unit_column = -1;
    int columns = 0;
    Unit unit = Unit::Millimetre;
    bool unit_said = false;

    bool operator==(const CsvReading&) const = default;
};

/// Looks at a table and says how it seems to be written. A problem when it is empty, no text, or has no two columns of
/// figures. `assumed` is taken where the table names no unit.
Result<CsvReading> recognise_csv(const std::string& text, Unit assumed);
/// Reads a table in the way given. Lines that cannot be read are left out, each with a sentence; a problem when nothing
/// is left.
Result<FoundHoles> read_csv_holes(const std::string& text, const CsvReading& reading);

/// Whether a file's content is a DXF drawing rather than a table.
bool is_dxf(const std::string& text);
/// Circles and points of a DXF drawing, blocks followed wherever they are inserted, alike ones at one place joined. The
/// drawing's own unit ($INSUNITS) is used unless `unit` says another; millimetres when neither does.
Result<FoundHoles> read_dxf_holes(const std::string& text, std::optional<Unit> unit);

/// The job with the found holes as patterns of places: one for every kind of hole on every layer. Holes whose size the
/// file does not say get `plain` as diameter.
Job with_found(Job job, const std::vector<FoundHole>& holes, Length plain);

} // namespace clockface

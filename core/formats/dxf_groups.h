// What reaches the library of a foreign drawing. A DXF file is pairs of lines, a number and a value; an entity begins
// at number 0. The library trusts the counts an entity gives of its own parts (corners, knots) and reserves memory by
// them, so only the entities that can be holes are handed on, each with figures that have been looked at.
#pragma once

#include <map>
#include <string>
#include <string_view>
#include <vector>

namespace clockface {

struct DxfGroups {
    std::string kept;                  ///< a drawing of circles, points, blocks and inserted blocks only
    std::map<std::string, int> others; ///< kinds of entity that are no holes, in words, counted
    std::vector<std::string> faulty; ///< a sentence for each entity that could be a hole but has a figure that is none
    bool complete = false;           ///< the file has its end mark
};

/// Takes a drawing apart in one pass over the text.
DxfGroups dxf_groups(std::string_view text);

} // namespace clockface

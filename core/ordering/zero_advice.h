// What is worth knowing before zero is found: which zero would be easiest, what goes into the figures by the way, and
// what the faces it is found by have to be.
#pragma once

#include "holding/held.h"
#include "ordering/instruction.h"

#include <string>
#include <vector>

namespace clockface {

/// Plain sentences; none where zero is not found by touching faces of the work. The slope that is named for two faces
/// out of square is what the drawing allows a hole to stand off, over the furthest hole's distance from zero.
std::vector<std::string> zero_advice(const Job& job, const Held& held, const Route& route,
                                     const std::vector<Hole>& holes);

} // namespace clockface

// What the system's errors mean at the bench.
#pragma once

#include <string>

namespace clockface {

/// "the disk is full; make room or choose another place": half a sentence for an errno.
std::string system_reason(int error);

} // namespace clockface

// Files: hostile when read, never half-written when saved.
#pragma once

#include "measure/problem.h"

#include <string>

namespace clockface {

inline constexpr std::size_t largest_file_bytes = std::size_t{32} * 1024 * 1024;

/// Reads a whole regular file of up to 32 MB. The problem's place is the path.
Result<std::string> read_file(const std::string& path);

/// Writes through a temporary file beside the target, flushed to the disk and then renamed over it: after a failure the
/// old file is as it was. A symbolic link is followed, so the link stays and its target changes.
Result<void> write_file_atomically(const std::string& path, const std::string& content);

} // namespace clockface

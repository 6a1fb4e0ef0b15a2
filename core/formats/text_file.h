// Files: hostile when read, never half-written when saved.
#pragma once

#include "measure/problem.h"

#include <string>

namespace clockface {

inline constexpr std::size_t largest_file_bytes = std::size_t{32} * 1024 * 1024;

/// Reads a whole regular file of up to 32 MB. The problem's place is the path.
Result<std::string> read_file(const std::string& path);

/// Writes through a new file beside the target, flushed to the disk, renamed over it, and the folder flushed too: after
/// a failure the old file is as it was. A symbolic link is followed, also one whose target is not there yet, so the
/// link stays. Only a file can be written over: pipes, devices, sockets and folders are refused. What an earlier
/// program left of such a file, killed while saving, is cleared away.
Result<void> write_file_atomically(const std::string& path, const std::string& content);

} // namespace clockface

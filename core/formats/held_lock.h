// A lock on something that more than one run of the program might take for its own.
#pragma once

#include "formats/file_descriptor.h"

#include <optional>
#include <string>

namespace clockface {

/// Held from when it is taken until it goes out of sight or the process ends, however it ends: the system lets go of
/// it, so it never has to be guessed whether somebody is still there.
class HeldLock {
public:
    /// Takes the lock that the file `path` stands for; makes the file when it is not there. Nothing when somebody holds
    /// it (this process too), or when the file cannot be made.
    static std::optional<HeldLock> take(const std::string& path);
    /// Whether somebody holds it. A file that is not there is held by nobody.
    static bool is_held(const std::string& path);

private:
    explicit HeldLock(FileDescriptor file)
        : m_file(std::move(file)) {}
    FileDescriptor m_file;
};

} // namespace clockface

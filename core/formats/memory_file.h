// A file that lies in memory, for libraries that write to files only: no folder has to have room for it, and nobody
// else can put one in its place.
#pragma once

#include "formats/file_descriptor.h"

#include <optional>
#include <string>

namespace clockface {

class MemoryFile {
public:
    MemoryFile();

    /// The name to open it by, in this process. Empty when there is no memory for it.
    [[nodiscard]] std::string path() const;
    /// All that was written; nothing when it cannot be read back.
    [[nodiscard]] std::optional<std::string> content() const;

private:
    FileDescriptor m_file;
};

} // namespace clockface

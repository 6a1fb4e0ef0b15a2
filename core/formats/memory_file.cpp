#include "formats/memory_file.h"

#include <fmt/format.h>
#include <sys/mman.h>
#include <unistd.h>

namespace clockface {

MemoryFile::MemoryFile()
    : m_file(::memfd_create("clockface", MFD_CLOEXEC)) {}

std::string MemoryFile::path() const {
    return !m_file.is_open() ? std::string() : fmt::format("/proc/self/fd/{}", m_file.get());
}

std::optional<std::string> MemoryFile::content() const {
    std::string out;
    char buffer[65536];
    off_t at = 0;
    for (;;) {
        const ssize_t got = ::pread(m_file.get(), buffer, sizeof buffer, at);
        if (got < 0)
            return std::nullopt;
        if (got == 0)
            return out;
        out.append(buffer, static_cast<std::size_t>(got));
        at += got;
    }
}

} // namespace clockface

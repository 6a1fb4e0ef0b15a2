#include "formats/held_lock.h"

#include <fcntl.h>
#include <sys/file.h>

namespace clockface {

std::optional<HeldLock> HeldLock::take(const std::string& path) {
    FileDescriptor file(::open(path.c_str(), O_RDWR | O_CREAT | O_CLOEXEC | O_NOFOLLOW | O_NONBLOCK, 0600));
    if (!file.is_open() || ::flock(file.get(), LOCK_EX | LOCK_NB) != 0)
        return std::nullopt;
    return HeldLock(std::move(file));
}

bool HeldLock::is_held(const std::string& path) {
    const FileDescriptor file(::open(path.c_str(), O_RDONLY | O_CLOEXEC | O_NOFOLLOW | O_NONBLOCK));
    return file.is_open() && ::flock(file.get(), LOCK_SH | LOCK_NB) != 0;
}

} // namespace clockface

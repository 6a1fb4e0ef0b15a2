#include "formats/text_file.h"

#include <cerrno>
#include <cstring>
#include <fcntl.h>
#include <filesystem>
#include <fmt/format.h>
#include <sys/stat.h>
#include <unistd.h>

namespace clockface {

namespace {

// What the system's error means at the bench.
std::string reason(int error) {
    switch (error) {
    case ENOENT:
        return "there is no such file or folder";
    case EACCES:
    case EPERM:
        return "you are not allowed to; choose another folder or ask for the right";
    case EROFS:
        return "the disk is read-only; choose another place";
    case ENOSPC:
    case EDQUOT:
        return "the disk is full; make room or choose another place";
    case EISDIR:
        return "that is a folder, not a file";
    case ENAMETOOLONG:
        return "the name is too long; choose a shorter one";
    default:
        return std::strerror(error);
    }
}

// Closes what it holds; the descriptor can be given back early to see whether closing fails.
class Descriptor {
public:
    explicit Descriptor(int fd)
        : m_fd(fd) {}
    ~Descriptor() {
        if (m_fd >= 0)
            ::close(m_fd);
    }
    Descriptor(const Descriptor&) = delete;
    Descriptor& operator=(const Descriptor&) = delete;
    [[nodiscard]] int get() const { return m_fd; }
    int close() {
        const int result = ::close(m_fd);
        m_fd = -1;
        return result;
    }

private:
    int m_fd;
};

bool write_all(int fd, const std::string& content) {
    std::size_t done = 0;
    while (done < content.size()) {
        const ssize_t wrote = ::write(fd, content.data() + done, content.size() - done);
        if (wrote < 0 && errno == EINTR)
            continue;
        if (wrote <= 0)
            return false;
        done += static_cast<std::size_t>(wrote);
    }
    return true;
}

} // namespace

Result<std::string> read_file(const std::string& path) {
    // O_NONBLOCK: a named pipe must not hang the program; it is refused below.
    const Descriptor file(::open(path.c_str(), O_RDONLY | O_CLOEXEC | O_NONBLOCK));
    if (file.get() < 0)
        return problem(path, fmt::format("The file could not be read: {}.", reason(errno)));
    struct stat status {};
    if (::fstat(file.get(), &status) != 0 || !S_ISREG(status.st_mode))
        return problem(path, "This is not a file that can be read. Choose a saved file.");
    if (status.st_size > static_cast<off_t>(largest_file_bytes))
        return problem(path, fmt::format("The file is {} MB; up to {} MB can be read. It is hardly one of Clockface's.",
                                         status.st_size / 1024 / 1024, largest_file_bytes / 1024 / 1024));
    std::string content;
    char buffer[65536];
    for (;;) {
        const ssize_t got = ::read(file.get(), buffer, sizeof buffer);
        if (got < 0 && errno == EINTR)
            continue;
        if (got < 0)
            return problem(path, fmt::format("The file could not be read: {}.", reason(errno)));
        if (got == 0)
            return content;
        content.append(buffer, static_cast<std::size_t>(got));
        if (content.size() > largest_file_bytes)
            return problem(path, "The file grows while it is read. Choose a saved file.");
    }
}

Result<void> write_file_atomically(const std::string& path, const std::string& content) {
    const auto failed = [&](int error) {
        return problem(path, fmt::format("The file could not be saved: {}.", reason(error)));
    };
    std::error_code none;
    std::filesystem::path target = path;
    if (std::filesystem::is_symlink(target, none)) {
        const auto real = std::filesystem::weakly_canonical(target, none);
        if (!none)
            target = real;
    }
    if (std::filesystem::is_directory(target, none))
        return failed(EISDIR);
    // The permissions of the file that is replaced are kept; a new one gets what the user's mask allows.
    struct stat old {};
    const bool replaces = ::stat(target.c_str(), &old) == 0;
    if (replaces && ::access(target.c_str(), W_OK) != 0)
        return failed(errno);

    const std::string temporary = fmt::format("{}.{}.part", target.string(), ::getpid());
    Descriptor file(::open(temporary.c_str(), O_WRONLY | O_CREAT | O_TRUNC | O_CLOEXEC, 0666));
    if (file.get() < 0)
        return failed(errno);
    const auto give_up = [&](int error) {
        ::unlink(temporary.c_str());
        return failed(error);
    };
    if (replaces && ::fchmod(file.get(), old.st_mode & 07777U) != 0)
        return give_up(errno);
    if (!write_all(file.get(), content) || ::fsync(file.get()) != 0)
        return give_up(errno);
    if (file.close() != 0)
        return give_up(errno);
    if (::rename(temporary.c_str(), target.c_str()) != 0)
        return give_up(errno);
    return {};
}

} // namespace clockface

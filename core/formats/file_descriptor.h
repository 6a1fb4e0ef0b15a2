// An open file of the system, closed when it goes out of sight.
#pragma once

#include <unistd.h>
#include <utility>

namespace clockface {

class FileDescriptor {
public:
    explicit FileDescriptor(int fd = -1)
        : m_fd(fd) {}
    ~FileDescriptor() { close(); }
    FileDescriptor(FileDescriptor&& other) noexcept
        : m_fd(std::exchange(other.m_fd, -1)) {}
    FileDescriptor& operator=(FileDescriptor&& other) noexcept {
        if (this != &other) {
            close();
            m_fd = std::exchange(other.m_fd, -1);
        }
        return *this;
    }
    FileDescriptor(const FileDescriptor&) = delete;
    FileDescriptor& operator=(const FileDescriptor&) = delete;

    [[nodiscard]] bool is_open() const { return m_fd >= 0; }
    [[nodiscard]] int get() const { return m_fd; }
    /// Early, to see whether closing fails: nought when it does not.
    int close() {
        const int fd = std::exchange(m_fd, -1);
        return fd < 0 ? 0 : ::close(fd);
    }

private:
    int m_fd;
};

} // namespace clockface

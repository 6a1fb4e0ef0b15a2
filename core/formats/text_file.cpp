#include "formats/text_file.h"

#include "formats/file_descriptor.h"
#include "formats/system_words.h"
#include "words/say.h"

#include <cerrno>
#include <ctime>
#include <fcntl.h>
#include <filesystem>
#include <fmt/format.h>
#include <optional>
#include <random>
#include <sys/file.h>
#include <sys/stat.h>

namespace clockface {

namespace {

namespace fs = std::filesystem;

// The name of a file that is being written. It has nothing of the target's, so that the longest name can be saved, and
// cannot be guessed. While it is written it is locked: one that nobody holds is a leftover.
constexpr const char* unfinished = ".clockface-unfinished-";

std::string unfinished_name() {
    std::random_device random;
    return fmt::format("{}{:08x}{:08x}", unfinished, random(), random());
}

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

// Where links lead to, whether there is anything or not; nothing when they lead in a ring.
std::optional<fs::path> target_of(fs::path path) {
    constexpr int most_links = 40; // as many as the system itself follows
    for (int links = 0; links < most_links; ++links) {
        std::error_code fault;
        if (!fs::is_symlink(fs::symlink_status(path, fault)))
            return path;
        const fs::path to = fs::read_symlink(path, fault);
        if (fault)
            return path;
        path = to.is_absolute() ? to : path.parent_path() / to;
    }
    return std::nullopt;
}

// Clears away what a program that was killed while saving has left in the folder: files of that name and of this user
// that are some time old and that nobody holds.
void clear_leftovers(const fs::path& folder) {
    constexpr std::time_t old_enough_s = 60; // a new one is not locked in the same instant in which it appears
    std::error_code fault;
    for (fs::directory_iterator entry(folder, fault), end; !fault && entry != end; entry.increment(fault)) {
        if (!entry->path().filename().string().starts_with(unfinished))
            continue;
        const FileDescriptor file(::open(entry->path().c_str(), O_RDONLY | O_CLOEXEC | O_NOFOLLOW | O_NONBLOCK));
        struct stat status {};
        if (file.is_open() && ::fstat(file.get(), &status) == 0 && S_ISREG(status.st_mode) &&
            status.st_uid == ::geteuid() && std::time(nullptr) - status.st_mtime > old_enough_s &&
            ::flock(file.get(), LOCK_EX | LOCK_NB) == 0)
            ::unlink(entry->path().c_str());
    }
}

} // namespace

Result<std::string> read_file(const std::string& path) {
    // O_NONBLOCK: a named pipe must not hang the program; it is refused below.
    const FileDescriptor file(::open(path.c_str(), O_RDONLY | O_CLOEXEC | O_NONBLOCK));
    if (!file.is_open())
        return problem(path, say("The file could not be read: {errno}.", {{"errno", system_reason(errno)}}));
    struct stat status {};
    if (::fstat(file.get(), &status) != 0 || !S_ISREG(status.st_mode))
        return problem(path, say("This is not a file that can be read. Choose a saved file."));
    if (status.st_size > static_cast<off_t>(largest_file_bytes))
        return problem(
            path,
            say("The file is {st_size} MB; up to {largest_file_bytes} MB can be read. It is hardly one of Clockface's.",
                {{"st_size", status.st_size / 1024 / 1024}, {"largest_file_bytes", largest_file_bytes / 1024 / 1024}}));
    std::string content;
    char buffer[65536];
    for (;;) {
        const ssize_t got = ::read(file.get(), buffer, sizeof buffer);
        if (got < 0 && errno == EINTR)
            continue;
        if (got < 0)
            return problem(path, say("The file could not be read: {errno}.", {{"errno", system_reason(errno)}}));
        if (got == 0)
            return content;
        content.append(buffer, static_cast<std::size_t>(got));
        if (content.size() > largest_file_bytes)
            return problem(path, say("The file grows while it is read. Choose a saved file."));
    }
}

Result<void> write_file_atomically(const std::string& path, const std::string& content) {
    const auto failed = [&](int error) {
        return problem(path, say("The file could not be saved: {error}.", {{"error", system_reason(error)}}));
    };
    const std::optional<fs::path> target = target_of(path);
    if (!target)
        return failed(ELOOP);
    struct stat old {};
    const bool replaces = ::stat(target->c_str(), &old) == 0;
    if (!replaces && errno != ENOENT)
        return failed(errno);
    if (replaces && S_ISDIR(old.st_mode))
        return failed(EISDIR);
    if (replaces && !S_ISREG(old.st_mode))
        return problem(path,
                       say("The file could not be saved: there is a pipe, a device or a socket of that name. Choose "
                           "another name."));
    if (replaces && ::access(target->c_str(), W_OK) != 0)
        return failed(errno);

    const fs::path folder = target->has_parent_path() ? target->parent_path() : fs::path(".");
    clear_leftovers(folder);
    const fs::path temporary = folder / unfinished_name();
    FileDescriptor file(::open(temporary.c_str(), O_WRONLY | O_CREAT | O_EXCL | O_NOFOLLOW | O_CLOEXEC, 0666));
    if (!file.is_open())
        return failed(errno);
    const auto give_up = [&](int error) {
        ::unlink(temporary.c_str());
        return failed(error);
    };
    (void)::flock(file.get(), LOCK_EX | LOCK_NB); // where there are no locks, leftovers are told by their age alone
    // The permissions of the file that is replaced are kept; a new one gets what the user's mask allows.
    if (replaces && ::fchmod(file.get(), old.st_mode & 07777U) != 0)
        return give_up(errno);
    if (!write_all(file.get(), content) || ::fsync(file.get()) != 0)
        return give_up(errno);
    if (::rename(temporary.c_str(), target->c_str()) != 0)
        return give_up(errno);
    // The new name has to be on the disk too. A folder that cannot be flushed has the file all the same.
    const FileDescriptor flushed(::open(folder.c_str(), O_RDONLY | O_DIRECTORY | O_CLOEXEC));
    if (flushed.is_open())
        (void)::fsync(flushed.get());
    if (file.close() != 0)
        return failed(errno);
    return {};
}

} // namespace clockface

#include "pseudo_terminal.h"

#include <cstdlib>
#include <fcntl.h>
#include <filesystem>
#include <system_error>
#include <termios.h>
#include <unistd.h>

namespace clockface {

Result<void> PseudoTerminal::open(const std::string& link) {
    close();
    m_master = ::posix_openpt(O_RDWR | O_NOCTTY | O_NONBLOCK | O_CLOEXEC);
    char name[128] = "";
    if (m_master < 0 || ::grantpt(m_master) != 0 || ::unlockpt(m_master) != 0 ||
        ::ptsname_r(m_master, name, sizeof name) != 0) {
        close();
        return problem("", "This machine gives no pseudo-terminal.");
    }
    m_port = name;
    m_held = ::open(name, O_RDWR | O_NOCTTY | O_CLOEXEC);
    termios raw{};
    if (m_held >= 0 && ::tcgetattr(m_held, &raw) == 0) {
        ::cfmakeraw(&raw);
        ::tcsetattr(m_held, TCSANOW, &raw);
    }
    if (!link.empty()) {
        std::error_code fault;
        if (std::filesystem::is_symlink(link, fault))
            std::filesystem::remove(link, fault);
        std::filesystem::create_symlink(m_port, link, fault);
        if (fault) {
            close();
            return problem(link, "No link of that name can be made there.");
        }
        m_link = link;
    }
    return {};
}

void PseudoTerminal::close() {
    for (int* end : {&m_held, &m_master}) {
        if (*end >= 0)
            ::close(*end);
        *end = -1;
    }
    std::error_code fault;
    if (!m_link.empty() && std::filesystem::is_symlink(m_link, fault))
        std::filesystem::remove(m_link, fault);
    m_link.clear();
}

void PseudoTerminal::write(std::string_view bytes) {
    while (m_master >= 0 && !bytes.empty()) {
        const ssize_t written = ::write(m_master, bytes.data(), bytes.size());
        if (written <= 0)
            return;
        bytes.remove_prefix(static_cast<std::size_t>(written));
    }
}

} // namespace clockface

// A serial line without a cable: the program's end of a pseudo-terminal, whose other end is opened like any port.
#pragma once

#include "measure/problem.h"

#include <string>
#include <string_view>

namespace clockface {

class PseudoTerminal {
public:
    PseudoTerminal() = default;
    ~PseudoTerminal() { close(); }
    PseudoTerminal(const PseudoTerminal&) = delete;
    PseudoTerminal& operator=(const PseudoTerminal&) = delete;

    /// Opens a new one. With `link` a symbolic link of that name leads to it, so that it can be found again after it
    /// was unplugged; a link that is there already is replaced, any other file is not.
    Result<void> open(const std::string& link);
    /// As if the cable were pulled: whoever reads at the other end is told so.
    void close();
    [[nodiscard]] bool is_open() const { return m_master >= 0; }
    /// "/dev/pts/7".
    [[nodiscard]] const std::string& port() const { return m_port; }
    /// As much as there is room for: what nobody reads is lost, as on a wire.
    void write(std::string_view bytes);

private:
    int m_master = -1;
    int m_held = -1; // the other end, kept open so that a reader may come and go
    std::string m_port, m_link;
};

} // namespace clockface

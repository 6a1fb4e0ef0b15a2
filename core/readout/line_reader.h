// The bytes of a serial line, as they come, turned into where a readout says the slides stand.
#pragma once

#include "measure/length.h"
#include "readout/line_pattern.h"
#include "readout/serial_line.h"

#include <cstdint>
#include <deque>
#include <optional>
#include <string>
#include <string_view>

namespace clockface {

/// What comes over a line, since it was opened.
struct LineTraffic {
    std::int64_t bytes = 0;
    std::int64_t matched = 0; ///< lines that look as described
    std::int64_t other = 0;   ///< lines of text that look different
    std::int64_t rubbish = 0; ///< bytes that are no text, and lines that never end
    bool one_axis = false;    ///< of X and Y only one has ever come
    std::string last_other;   ///< the last line that looks different, cut to what can be shown
};

/// Lines as they come over, apart: they end with CR, LF or ETX. The first is not given: its beginning may have been
/// missed; nor is one that is no text or does not end within the longest there may be.
class LineSplitter {
public:
    /// Calls `take(line)` for every line that is whole.
    template <class Take> void feed(std::string_view bytes, const Take& take) {
        for (const char c : bytes)
            if (const std::string* line = add(c))
                take(*line);
    }
    [[nodiscard]] std::int64_t bytes() const { return m_bytes; }
    [[nodiscard]] std::int64_t rubbish() const { return m_rubbish; }
    /// The last ones, for a person to look at and to learn from.
    [[nodiscard]] const std::deque<std::string>& last() const { return m_last; }
    static constexpr std::size_t lines_kept = 40;

private:
    std::string m_pending, m_line;
    bool m_whole = false; // the pending line was seen from its beginning
    bool m_bad = false;   // something in it is no text
    std::int64_t m_bytes = 0, m_rubbish = 0;
    std::deque<std::string> m_last;

    const std::string* add(char c);
};

class LineReader {
public:
    /// `resolution`: of the readout, where its figures are steps. Refused where the pattern is.
    static Result<LineReader> make(const SerialLine& line, Length resolution);

    /// Whatever came, in pieces as they come.
    void feed(std::string_view bytes);

    /// Where it says the slides stand, as it counts in the drawing's axes; nothing before both axes came.
    [[nodiscard]] std::optional<Point> shown() const;
    [[nodiscard]] const LineTraffic& traffic() const { return m_traffic; }
    [[nodiscard]] const std::deque<std::string>& lines() const { return m_splitter.last(); }

private:
    LineReader(LinePattern pattern, double unit, AxesOnLine axes)
        : m_pattern(std::move(pattern))
        , m_unit(unit)
        , m_axes(axes) {}

    LinePattern m_pattern;
    double m_unit; // millimetres in one of its figures
    AxesOnLine m_axes;
    LineSplitter m_splitter;
    std::optional<double> m_x, m_y; // as they stand on the line
    LineTraffic m_traffic;
};

enum class LineHealth { Waiting, Good, Silent, Rubbish, OtherLines, OneAxis };
/// How a line is, from what came and how long ago (milliseconds) something came, and something that could be read.
LineHealth health_of(const LineTraffic& traffic, std::int64_t since_open, std::int64_t since_byte,
                     std::int64_t since_figures);
/// What is wrong and what would do; empty where it is good.
std::string in_words(LineHealth health, const SerialLine& line, const LineTraffic& traffic);

/// A place as it comes over a line lying so, in the drawing's axes; and back.
Point as_drawn_axes(const AxesOnLine& axes, Point on_line);
Point as_on_line(const AxesOnLine& axes, Point drawn);

/// Whether a frame is one that serial ports have: 7 or 8 bits, N, E or O, 1 or 2 stop bits ("8N1").
bool is_frame(const std::string& frame);

} // namespace clockface

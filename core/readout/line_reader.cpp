#include "readout/line_reader.h"

#include "words/say.h"

#include <utility>

namespace clockface {

namespace {

constexpr char end_of_text = 3;

double millimetres_of(FiguresIn figures, Length resolution) {
    switch (figures) {
    case FiguresIn::Millimetres:
        return 1.0;
    case FiguresIn::Inches:
        return mm_per_inch;
    case FiguresIn::Steps:
        return resolution.in_mm();
    }
    return 1.0;
}

} // namespace

const std::string* LineSplitter::add(char c) {
    ++m_bytes;
    if (c == '\r' || c == '\n' || c == end_of_text) {
        const bool good = std::exchange(m_whole, true) && !std::exchange(m_bad, false) && !m_pending.empty();
        m_line = std::exchange(m_pending, {});
        if (!good)
            return nullptr;
        m_last.push_back(m_line);
        if (m_last.size() > lines_kept)
            m_last.pop_front();
        return &m_line;
    }
    const auto byte = static_cast<unsigned char>(c);
    if (byte >= 0x7f || (byte < 0x20 && c != '\t' && byte > 2)) { // a beginning of text is no rubbish
        ++m_rubbish;
        m_bad = true;
    } else if (byte > 2) {
        m_pending.push_back(c);
    }
    if (m_pending.size() > longest_line) {
        m_rubbish += static_cast<std::int64_t>(m_pending.size());
        m_pending.clear();
        m_bad = true;
    }
    return nullptr;
}

Result<LineReader> LineReader::make(const SerialLine& line, Length resolution) {
    Result<LinePattern> pattern = LinePattern::read(line.pattern);
    if (!pattern)
        return tl::unexpected(pattern.error());
    return LineReader(std::move(*pattern), millimetres_of(line.figures, resolution), line.axes);
}

void LineReader::feed(std::string_view bytes) {
    m_splitter.feed(bytes, [this](const std::string& line) {
        const auto figures = m_pattern.match(line);
        if (!figures) {
            ++m_traffic.other;
            constexpr std::size_t shown_of_it = 60;
            m_traffic.last_other = line.substr(0, shown_of_it);
            return;
        }
        ++m_traffic.matched;
        if (figures->x)
            m_x = figures->x;
        if (figures->y)
            m_y = figures->y;
    });
    m_traffic.bytes = m_splitter.bytes();
    m_traffic.rubbish = m_splitter.rubbish();
    m_traffic.one_axis = m_x.has_value() != m_y.has_value();
}

std::optional<Point> LineReader::shown() const {
    if (!m_x || !m_y)
        return std::nullopt;
    return as_drawn_axes(m_axes, {Length::mm(*m_x * m_unit), Length::mm(*m_y * m_unit)});
}

LineHealth health_of(const LineTraffic& traffic, std::int64_t since_open, std::int64_t since_byte,
                     std::int64_t since_figures) {
    constexpr std::int64_t patience = 2000;
    if (since_figures < patience && traffic.matched > 0)
        return traffic.one_axis && since_open > patience ? LineHealth::OneAxis : LineHealth::Good;
    if (since_open < patience)
        return LineHealth::Waiting;
    if (since_byte >= patience)
        return LineHealth::Silent;
    return traffic.rubbish > 4 * (traffic.matched + traffic.other) || traffic.matched + traffic.other == 0
               ? LineHealth::Rubbish
               : LineHealth::OtherLines;
}

std::string in_words(LineHealth health, const SerialLine& line, const LineTraffic& traffic) {
    switch (health) {
    case LineHealth::Waiting:
    case LineHealth::Good:
        return {};
    case LineHealth::Silent:
        return traffic.bytes == 0
                   ? say("Nothing comes over {port}. Is the readout on, is its sending switched on, is it this port?",
                         {{"port", line.port}})
                   : say("Nothing comes over {port} any more: the cable, or the readout's switch. What is shown is not "
                         "followed until figures come again.",
                         {{"port", line.port}});
    case LineHealth::Rubbish:
        return say("What comes over {port} is no text. The speed ({speed}) or the frame ({frame}) is probably not that "
                   "of the readout.",
                   {{"port", line.port}, {"speed", line.speed}, {"frame", line.frame}});
    case LineHealth::OtherLines:
        return say("Lines come over {port} that do not look like {pattern}: “{line}”. “Learn it” under Shop fills that "
                   "in.",
                   {{"port", line.port}, {"pattern", line.pattern}, {"line", traffic.last_other}});
    case LineHealth::OneAxis:
        return say("Over {port} only one axis comes. Both are wanted: is the other one switched on at the readout?",
                   {{"port", line.port}});
    }
    return {};
}

Point as_drawn_axes(const AxesOnLine& axes, Point on_line) {
    if (axes.swapped)
        std::swap(on_line.x, on_line.y);
    return {axes.x_back ? -on_line.x : on_line.x, axes.y_back ? -on_line.y : on_line.y};
}

Point as_on_line(const AxesOnLine& axes, Point drawn) {
    if (axes.x_back)
        drawn.x = -drawn.x;
    if (axes.y_back)
        drawn.y = -drawn.y;
    if (axes.swapped)
        std::swap(drawn.x, drawn.y);
    return drawn;
}

bool is_frame(const std::string& frame) {
    return frame.size() == 3 && (frame[0] == '7' || frame[0] == '8') &&
           std::string_view("NEO").find(frame[1]) != std::string_view::npos && (frame[2] == '1' || frame[2] == '2');
}

} // namespace clockface

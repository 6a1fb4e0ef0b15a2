#include "formats/hole_import.h"

#include "formats/csv_cell.h"
#include "formats/foreign_text.h"
#include "layout/validate.h"
#include "measure/figures.h"
#include "measure/shop_number.h"
#include "measure/text.h"
#include "words/say.h"

#include <algorithm>
#include <array>
#include <cctype>
#include <charconv>
#include <cmath>
#include <map>

namespace clockface {

namespace {

using Row = std::vector<std::string>;

std::string low(std::string text) {
    std::transform(text.begin(), text.end(), text.begin(),
                   [](unsigned char c) { return static_cast<char>(std::tolower(c)); });
    return text;
}

// A line cut at its separators; what stands in quotation marks is one field, its own blanks at either end included. A
// blank as separator stands for any number of them.
Row fields(std::string_view line, char separator) {
    Row row;
    std::string field;
    bool quoted = false, was_quoted = false;
    const auto take = [&] {
        if (separator != ' ' || was_quoted || !without_blanks(field).empty())
            row.push_back(was_quoted ? field : std::string(without_blanks(field)));
        field.clear();
        was_quoted = false;
    };
    for (std::size_t i = 0; i < line.size(); ++i) {
        const char c = line[i];
        if (c == '"') {
            if (quoted && i + 1 < line.size() && line[i + 1] == '"')
                field += line[++i];
            else {
                if (!quoted && without_blanks(field).empty())
                    field.clear(); // blanks before the mark
                quoted = !quoted;
                was_quoted = true;
            }
        } else if (c == separator && !quoted) {
            take();
        } else if (quoted || !was_quoted || (c != ' ' && c != '\t' && c != '\r')) {
            field += c;
        }
    }
    take();
    return row;
}

struct TextLine {
    std::size_t number; // in the file, from 1
    std::string_view text;
};

std::vector<TextLine> lines_of(std::string_view text) {
    std::vector<TextLine> lines;
    for (std::size_t number = 1; !text.empty(); ++number) {
        const std::size_t end = text.find('\n');
        const std::string_view line = text.substr(0, end);
        if (const std::string_view plain = without_blanks(line); !plain.empty() && plain.front() != '#')
            lines.push_back({number, line});
        text = end == std::string_view::npos ? std::string_view() : text.substr(end + 1);
    }
    return lines;
}

std::string with_point(std::string text, bool decimal_comma) {
    if (decimal_comma)
        std::replace(text.begin(), text.end(), ',', '.');
    return text;
}

bool is_figure(const std::string& text, bool decimal_comma) {
    const std::string plain = with_point(text, decimal_comma);
    double value = 0.0;
    const char* begin = plain.data() + (plain.starts_with('+') ? 1 : 0);
    const auto [end, fault] = std::from_chars(begin, plain.data() + plain.size(), value);
    return !plain.empty() && fault == std::errc() && end == plain.data() + plain.size();
}

bool has_decimal_commas(const Row& row) {
    return std::any_of(row.begin(), row.end(), [](const std::string& field) {
        const std::size_t comma = field.find(',');
        return comma != std::string::npos && field.find(',', comma + 1) == std::string::npos && is_figure(field, true);
    });
}

// The separator that cuts most lines into the same number of fields, at least two.
char separator_of(const std::vector<TextLine>& lines) {
    constexpr std::array candidates = {';', '\t', ',', '|', ' '};
    constexpr std::size_t enough = 200;
    char best = ',';
    double most = 0.0;
    for (const char candidate : candidates) {
        std::map<std::size_t, int> widths;
        for (std::size_t i = 0; i < std::min(enough, lines.size()); ++i)
            ++widths[fields(lines[i].text, candidate).size()];
        for (const auto& [width, times] : widths)
            if (width >= 2 && times > most) {
                most = times;
                best = candidate;
            }
    }
    return best;
}

void take_unit(CsvReading& reading, const std::string& word) {
    const bool inches = word.find("inch") != std::string::npos || word.find("(in)") != std::string::npos ||
                        word.find("[in]") != std::string::npos || word == "in" || word == "\"";
    const bool metric = word.find("mm") != std::string::npos;
    if (!inches && !metric)
        return;
    reading.unit = inches ? Unit::Inch : Unit::Millimetre;
    reading.unit_said = true;
}

void name_columns(CsvReading& reading, const Row& heading) {
    reading.x = reading.y = -1;
    for (int i = 0; i < static_cast<int>(heading.size()); ++i) {
        const std::string word = low(heading[static_cast<std::size_t>(i)]);
        const auto is = [&](std::initializer_list<std::string_view> names) {
            return std::any_of(names.begin(), names.end(),
                               [&](std::string_view name) { return word.starts_with(name); });
        };
        if (is({"diameter", "dia", "d ", "size", "\xC3\x98", "\xE2\x8C\x80"}) || word == "d")
            reading.diameter = i;
        else if (is({"depth", "deep"}))
            reading.depth = i;
        else if (is({"unit"}))
            reading.unit_column = i;
        else if (is({"kind", "type", "purpose"}))
            reading.kind = i;
        else if (is({"label", "thread", "fit"}))
            reading.label = i;
        else if (is({"hole", "name", "no", "point", "id", "#"}))
            reading.name = i;
        else if (word.starts_with("x"))
            reading.x = i;
        else if (word.starts_with("y"))
            reading.y = i;
        take_unit(reading, word);
    }
}

// Without a heading: a running number or a name first, then X, Y and, where there is a third figure, the diameter.
void guess_columns(CsvReading& reading, const std::vector<Row>& rows) {
    std::vector<int> figures;
    for (int i = 0; i < reading.columns; ++i) {
        const bool all = std::all_of(rows.begin(), rows.end(), [&](const Row& row) {
            return static_cast<std::size_t>(i) >= row.size() ||
                   is_figure(row[static_cast<std::size_t>(i)], reading.decimal_comma);
        });
        if (all)
            figures.push_back(i);
        else if (i == 0)
            reading.name = 0;
    }
    const auto counts_up = [&] {
        for (std::size_t i = 0; i < rows.size(); ++i)
            if (rows[i].empty() || rows[i].front() != std::to_string(i + 1))
                return false;
        return rows.size() > 1;
    };
    if (figures.size() > 2 && figures.front() == 0 && counts_up()) {
        reading.name = 0;
        figures.erase(figures.begin());
    }
    reading.x = figures.empty() ? -1 : figures[0];
    reading.y = figures.size() < 2 ? -1 : figures[1];
    reading.diameter = figures.size() < 3 ? -1 : figures[2];
}

Purpose purpose_of(const std::string& word) {
    if (word == "tapped")
        return Purpose::Tapped;
    if (word == "reamed")
        return Purpose::Reamed;
    if (word == "clearance")
        return Purpose::Clearance;
    return Purpose::Plain;
}

// Reads one line; the fault, in words, when it cannot be.
class LineReader {
public:
    LineReader(Row row, const CsvReading& reading)
        : m_row(std::move(row))
        , m_reading(reading)
        , m_unit(reading.unit) {}

    std::string read(FoundHole& hole) {
        for (const std::string& text : m_row)
            if (const auto fault = text_fault(say("a field"), text, limits::table_line))
                return *fault;
        if (m_reading.unit_column >= 0) {
            CsvReading said;
            take_unit(said, low(field(m_reading.unit_column)));
            if (said.unit_said)
                m_unit = said.unit;
        }
        const std::optional<Length> x = length(m_reading.x, "X");
        const std::optional<Length> y = length(m_reading.y, "Y");
        if (!x || !y)
            return m_fault;
        hole.at = {*x, *y};
        if (abs(*x) > limits::size || abs(*y) > limits::size)
            return say("it lies more than 20 metres from zero");
        hole.name = without_guard(field(m_reading.name));
        hole.spec.purpose = purpose_of(low(field(m_reading.kind)));
        hole.spec.label = without_guard(field(m_reading.label));
        if (const auto fault = text_fault(say("the thread or fit"), hole.spec.label, limits::label))
            return *fault;
        if (hole.spec.purpose == Purpose::Tapped && hole.spec.label.empty())
            return say("a tapped hole needs the name of its thread");
        if (!field(m_reading.diameter).empty()) {
            const std::optional<Length> diameter = length(m_reading.diameter, say("the diameter"));
            if (!diameter)
                return m_fault;
            if (!(*diameter > Length{}))
                return say("the diameter must be more than nought");
            hole.spec.diameter = *diameter;
        }
        if (!field(m_reading.depth).empty()) {
            hole.spec.depth = length(m_reading.depth, say("the depth"));
            if (!hole.spec.depth)
                return m_fault;
        }
        // What no job could hold would stand in the way of all the others. A size that is not said is asked for later.
        HoleSpec whole = hole.spec;
        if (whole.diameter == Length{})
            whole.diameter = Length::mm(1.0);
        if (const auto fault = first_fault(whole))
            return fault->sentence;
        return {};
    }

private:
    const Row m_row;
    const CsvReading& m_reading;
    Unit m_unit;
    std::string m_fault;

    [[nodiscard]] std::string field(int column) const {
        return column >= 0 && static_cast<std::size_t>(column) < m_row.size() ? m_row[static_cast<std::size_t>(column)]
                                                                              : std::string();
    }
    std::optional<Length> length(int column, const std::string& what) {
        const std::string text = field(column);
        if (text.empty()) {
            m_fault = say("{what} is missing", {{"what", what}});
            return std::nullopt;
        }
        // A letter is a drill where a diameter stands, and a slip of the pen where a place does.
        const bool drill = what == "the diameter";
        const bool figure = text.find_first_of("0123456789") != std::string::npos;
        const Result<ReadLength> read = read_length(with_point(text, m_reading.decimal_comma), m_unit);
        if (!read || (!figure && !drill)) {
            m_fault = say("{what} cannot be read from '{typed}'", {{"what", what}, {"typed", text.substr(0, 40)}});
            return std::nullopt;
        }
        return read->value;
    }
};

} // namespace

Result<CsvReading> recognise_csv(const std::string& text, Unit assumed) {
    const Result<ForeignText> plain = read_foreign_text(text);
    if (!plain)
        return tl::unexpected(plain.error());
    const std::vector<TextLine> lines = lines_of(plain->text);
    if (lines.empty())
        return problem("", say("The file is empty. A table with X and Y in it would do."));
    // Before any work: a table as wide as this has another shape than it seems.
    for (const TextLine& line : lines)
        if (line.text.size() > limits::table_line)
            return problem("",
                           say("Line {number} is {line} letters long; a line of a table has up to {limits}.",
                               {{"number", line.number}, {"line", line.text.size()}, {"limits", limits::table_line}}));
    CsvReading reading;
    reading.unit = assumed;
    reading.separator = separator_of(lines);
    std::vector<Row> rows;
    constexpr std::size_t enough = 500;
    for (std::size_t i = 0; i < std::min(lines.size(), enough); ++i) {
        rows.push_back(fields(lines[i].text, reading.separator));
        reading.columns = std::max(reading.columns, static_cast<int>(rows.back().size()));
    }
    if (reading.columns > static_cast<int>(limits::columns))
        return problem(
            "", say("This table has {columns} columns; up to {most} can be read. One with X and Y in it would do.",
                    {{"columns", reading.columns}, {"most", limits::columns}}));
    if (reading.separator != ',')
        reading.decimal_comma = std::any_of(rows.begin(), rows.end(), has_decimal_commas);
    reading.heading = std::none_of(rows.front().begin(), rows.front().end(),
                                   [&](const std::string& field) { return is_figure(field, reading.decimal_comma); });
    if (reading.heading)
        name_columns(reading, rows.front());
    if (reading.x < 0 || reading.y < 0 || !reading.heading) {
        const CsvReading named = reading;
        if (reading.heading)
            rows.erase(rows.begin());
        guess_columns(reading, rows);
        if (named.heading) // what the heading did say stays
            for (const auto member : {&CsvReading::name, &CsvReading::diameter, &CsvReading::x, &CsvReading::y})
                if (named.*member >= 0)
                    reading.*member = named.*member;
    }
    if (reading.x < 0 || reading.y < 0)
        return problem("", say("No two columns of figures were found. A table with X and Y in it would do."));
    return reading;
}

Result<FoundHoles> read_csv_holes(const std::string& text, const CsvReading& reading) {
    FoundHoles found;
    found.unit = reading.unit;
    found.unit_said = reading.unit_said || reading.unit_column >= 0;
    const Result<ForeignText> plain = read_foreign_text(text);
    if (!plain)
        return tl::unexpected(plain.error());
    found.how = plain->how;
    std::vector<TextLine> lines = lines_of(plain->text);
    if (reading.heading && !lines.empty())
        lines.erase(lines.begin());
    for (const TextLine& line : lines) {
        FoundHole hole;
        const std::string fault = line.text.size() > limits::table_line
                                      ? say("it is longer than {limits} letters", {{"limits", limits::table_line}})
                                      : LineReader(fields(line.text, reading.separator), reading).read(hole);
        if (!fault.empty())
            found.leave_out(
                say("Line {number}: {fault}{remark}",
                    {{"number", line.number}, {"fault", fault}, {"remark", fault.ends_with('.') ? "" : "."}}));
        else if (found.holes.size() >= static_cast<std::size_t>(limits::holes_in_pattern))
            found.leave_out(say("Line {number}: more than {holes_in_pattern} holes.",
                                {{"number", line.number}, {"holes_in_pattern", limits::holes_in_pattern}}));
        else
            found.holes.push_back(std::move(hole));
    }
    if (found.holes.empty())
        return problem("", found.left_out.empty() ? say("There are no holes in this table.")
                                                  : say("No line of this table could be read. {left_out}",
                                                        {{"left_out", found.left_out.front()}}));
    return found;
}

} // namespace clockface

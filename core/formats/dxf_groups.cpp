#include "formats/dxf_groups.h"

#include "measure/text.h"
#include "words/say.h"

#include <charconv>
#include <cmath>
#include <cstddef>
#include <fmt/format.h>
#include <optional>
#include <set>

namespace clockface {

namespace {

constexpr std::size_t longest_value = 255; // names of blocks and layers; the library cuts lines at 1024

struct Group {
    int code = 0;
    std::string_view value;
    std::size_t line = 0; // of the code, from 1
};

template <class Number> std::optional<Number> number_in(std::string_view text) {
    if (text.starts_with('+'))
        text.remove_prefix(1);
    Number value{};
    const auto [end, fault] = std::from_chars(text.data(), text.data() + text.size(), value);
    return fault == std::errc() && end == text.data() + text.size() ? std::optional(value) : std::nullopt;
}

class Pairs {
public:
    explicit Pairs(std::string_view text)
        : m_rest(text) {}

    // The next pair whose first line is a number; nothing at the end.
    std::optional<Group> next() {
        while (!m_rest.empty()) {
            const std::size_t line = m_line + 1;
            const std::optional<int> code = number_in<int>(without_blanks(take_line()));
            if (m_rest.empty() && !code)
                break;
            const std::string_view value = take_line();
            if (code)
                return Group{*code, without_blanks(value), line};
        }
        return std::nullopt;
    }

private:
    std::string_view m_rest;
    std::size_t m_line = 0;

    std::string_view take_line() {
        const std::size_t end = m_rest.find('\n');
        const std::string_view line = m_rest.substr(0, end);
        m_rest = end == std::string_view::npos ? std::string_view() : m_rest.substr(end + 1);
        ++m_line;
        return line;
    }
};

// What an entity that is no hole is called.
std::string in_words(std::string_view entity) {
    static const std::map<std::string_view, std::string> words = {
        {"LINE", "lines"},         {"ARC", "arcs"},       {"ELLIPSE", "ellipses"},    {"LWPOLYLINE", "polylines"},
        {"POLYLINE", "polylines"}, {"SPLINE", "splines"}, {"TEXT", "texts"},          {"MTEXT", "texts"},
        {"HATCH", "hatches"},      {"LEADER", "leaders"}, {"DIMENSION", "dimensions"}};
    const auto found = words.find(entity);
    return found == words.end() ? say("entities of other kinds") : found->second;
}

// Sorts the pairs into entities and keeps those that matter.
class Sorter {
public:
    DxfGroups take(std::string_view text) {
        Pairs pairs(text);
        while (const auto group = pairs.next()) {
            if (group->code == 0)
                begin(*group);
            else if (m_section == "HEADER")
                header(*group);
            else
                inside(*group);
        }
        end();
        write(0, "EOF");
        return std::move(m_out);
    }

private:
    DxfGroups m_out;
    std::string_view m_section, m_entity, m_variable;
    std::string m_text;  // of the entity at hand
    std::string m_fault; // the first of its figures that is none
    std::size_t m_line = 0;
    bool m_kept = false, m_names_section = false;

    static std::string pair(int code, std::string_view value) { return fmt::format("{}\n{}\n", code, value); }
    void write(int code, std::string_view value) { m_out.kept += pair(code, value); }

    void begin(const Group& group) {
        end();
        m_entity = group.value;
        m_line = group.line;
        m_names_section = m_entity == "SECTION";
        if (m_entity == "ENDSEC") {
            if (m_section == "HEADER" || m_section == "BLOCKS" || m_section == "ENTITIES")
                write(0, "ENDSEC");
            m_section = {};
        }
        if (m_entity == "EOF")
            m_out.complete = true;
        if (m_section != "BLOCKS" && m_section != "ENTITIES")
            return;
        static const std::set<std::string_view> holes = {"CIRCLE", "POINT", "INSERT", "BLOCK", "ENDBLK"};
        static const std::set<std::string_view> parts = {"VERTEX", "SEQEND", "ATTRIB"}; // of the entity before them
        m_kept = holes.contains(m_entity);
        if (m_kept)
            m_text = pair(0, m_entity);
        else if (!parts.contains(m_entity))
            ++m_out.others[in_words(m_entity)];
    }

    void end() {
        if (m_kept && m_fault.empty())
            m_out.kept += m_text;
        else if (m_kept)
            m_out.faulty.push_back(say("{in_sentence} at line {line}: {fault}.",
                                       {{"in_sentence", in_sentence()}, {"line", m_line}, {"fault", m_fault}}));
        m_kept = false;
        m_text.clear();
        m_fault.clear();
        m_variable = {};
    }

    [[nodiscard]] std::string in_sentence() const {
        if (m_entity == "CIRCLE")
            return say("The circle");
        if (m_entity == "POINT")
            return say("The point");
        if (m_entity == "INSERT")
            return say("The inserted block");
        return say("The block");
    }

    // Of the head of the file only the unit counts.
    void header(const Group& group) {
        if (group.code == 9)
            m_variable = group.value;
        const auto unit = number_in<int>(group.value);
        if (m_variable == "$INSUNITS" && group.code == 70 && unit)
            m_out.kept += pair(9, "$INSUNITS") + pair(70, group.value);
    }

    void inside(const Group& group) {
        if (m_names_section && group.code == 2) {
            m_section = group.value;
            m_names_section = false;
            if (m_section == "HEADER" || m_section == "BLOCKS" || m_section == "ENTITIES") {
                write(0, "SECTION");
                write(2, m_section);
            }
            return;
        }
        if (!m_kept)
            return;
        const bool text = group.code < 10;
        const bool figure = group.code >= 10 && group.code < 60;
        const bool count = group.code >= 60 && group.code < 80;
        if (!text && !figure && !count)
            return; // handles, directions, other programs' remarks
        if (group.value.size() > longest_value)
            m_fault = say("a name of {group} letters; up to {longest_value} can be read",
                          {{"group", group.value.size()}, {"longest_value", longest_value}});
        else if (figure && !is_finite(group.value))
            m_fault = say("'{typed}' is no figure", {{"typed", group.value.substr(0, 40)}});
        else if (count && !number_in<int>(group.value))
            m_fault = say("'{typed}' is no whole number", {{"typed", group.value.substr(0, 40)}});
        else
            m_text += pair(group.code, group.value.starts_with('+') && !text ? group.value.substr(1) : group.value);
    }

    static bool is_finite(std::string_view text) {
        const std::optional<double> value = number_in<double>(text);
        return value && std::isfinite(*value);
    }
};

} // namespace

DxfGroups dxf_groups(std::string_view text) {
    return Sorter().take(text);
}

} // namespace clockface

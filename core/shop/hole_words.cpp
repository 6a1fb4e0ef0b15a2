#include "shop/hole_words.h"

#include "measure/drill_names.h"
#include "measure/figures.h"
#include "measure/limits.h"
#include "measure/shop_number.h"
#include "measure/small_letters.h"
#include "measure/text.h"
#include "shop/tables.h"
#include "shop/threads.h"
#include "words/say.h"

#include <algorithm>
#include <fmt/format.h>
#include <regex>
#include <sstream>

namespace clockface {

namespace {

// Takes a word off the end of the text.
bool take_last(std::string& text, std::string_view word) {
    const std::size_t end = text.find_last_not_of(' ');
    if (end == std::string::npos || end + 1 < word.size() + 1)
        return false;
    const std::size_t begin = end + 1 - word.size();
    if (small_letters(text.substr(begin, word.size())) != word || text[begin - 1] != ' ')
        return false;
    text.erase(begin - 1);
    return true;
}

Length clearance_of(const Clearance& row, Clearing clearing) {
    if (clearing == Clearing::Close)
        return row.close;
    if (clearing == Clearing::Free)
        return row.free;
    return row.normal;
}

// "counterbored", "countersunk", with sizes "counterbored 10:5.4" (diameter, depth) or "countersunk 10.4:90" (mouth,
// angle); without them the table's for the screw.
Result<std::optional<Recess>> take_recess(std::string& text, Unit field) {
    static const std::regex let_in(R"((.*\S)\s+(counterbored|countersunk)(?:\s+([^\s:]+):([^\s:]+))?\s*)",
                                   std::regex::icase);
    std::smatch part;
    const std::string whole = text;
    if (!std::regex_match(whole, part, let_in))
        return std::optional<Recess>{};
    text = part[1].str();
    Recess recess;
    recess.kind = small_letters(part[2].str()) == "counterbored" ? RecessKind::Counterbore : RecessKind::Countersink;
    if (!part[3].matched)
        return std::optional(recess); // sizes follow from the screw
    const Result<ReadLength> diameter = read_length(part[3].str(), field);
    if (!diameter)
        return tl::unexpected(diameter.error());
    recess.diameter = diameter->value;
    if (recess.kind == RecessKind::Counterbore) {
        const Result<ReadLength> depth = read_length(part[4].str(), field);
        if (!depth)
            return tl::unexpected(depth.error());
        recess.depth = depth->value;
    } else {
        const Result<double> angle = read_number(part[4].str());
        if (!angle)
            return tl::unexpected(angle.error());
        recess.angle = Angle::degrees(*angle);
    }
    return std::optional(recess);
}

// The sizes of a recess that was only named, from its screw.
Result<Recess> sized_recess(Recess recess, const std::optional<Thread>& screw) {
    if (recess.diameter > Length{})
        return recess;
    const auto head = screw ? head_for(screw_of(*screw)) : std::nullopt;
    const std::string example = recess.kind == RecessKind::Counterbore ? say("counterbored 10:5.4 (diameter:depth)")
                                                                       : say("countersunk 10.4:90 (mouth:angle)");
    if (!head)
        return problem("",
                       say("There is no usual head for this size. Sizes would do: {example}.", {{"example", example}}));
    if (recess.kind == RecessKind::Counterbore) {
        recess.diameter = head->counterbore;
        recess.depth = head->height + Length::mm(0.4); // so that the head lies below the face
    } else {
        recess.diameter = head->sink_mouth;
        recess.angle = head->sink_angle;
    }
    return recess;
}

// "8.4 +0.2 -0.1" or "8.4 ±0.1": limits. A sum has blanks on both sides of its sign.
std::optional<std::string> take_limits(std::string& text, Unit field, std::optional<Limits>& limits) {
    static const std::regex two(R"((.*\S)\s+([+-]?[0-9.]\S*)\s+([+-]?[0-9.]\S*)\s*)");
    static const std::regex same(R"((.*\S)\s*(?:±|\+/-|\+-)\s*(\S+)\s*)");
    static const std::regex one(R"((.*\S)\s+(or more|or less)\s*)", std::regex::icase);
    std::smatch part;
    const std::string whole = text;
    const auto length = [&](const std::string& figure) { return read_length(figure, field); };
    if (std::regex_match(whole, part, same)) {
        const auto size = length(part[1].str()), by = length(part[2].str());
        if (!size || !by)
            return (size ? by : size).error().sentence;
        limits = Limits{size->value - abs(by->value), size->value + abs(by->value)};
        text = part[1].str();
    } else if (std::regex_match(whole, part, one)) {
        const auto size = length(part[1].str());
        if (!size)
            return size.error().sentence;
        const bool least = small_letters(part[2].str()) == "or more";
        limits = least ? Limits{size->value, std::nullopt} : Limits{std::nullopt, size->value};
        text = part[1].str();
    } else if (std::regex_match(whole, part, two) &&
               (part[2].str().find_first_of("+-") == 0 || part[3].str().find_first_of("+-") == 0)) {
        const auto size = length(part[1].str()), a = length(part[2].str()), b = length(part[3].str());
        for (const auto* each : {&size, &a, &b})
            if (!*each)
                return each->error().sentence;
        limits = Limits{size->value + std::min(a->value, b->value), size->value + std::max(a->value, b->value)};
        text = part[1].str();
    }
    return std::nullopt;
}

// The number or letter drill that a size begins with ("#7", "No 7", "F"), as its name; the figure in brackets that
// stands behind it where it is shown ("#7 (0.201 in)") is dropped. Empty: it begins with a figure.
std::string take_drill(std::string& text) {
    static const std::regex named(R"(\s*(?:(?:#|[Nn]o\.?)\s*(\d{1,2})|([A-Za-z]))(?:\s*\([^()]*\))?(\s.*)?)");
    std::smatch part;
    const std::string whole = text;
    if (!std::regex_match(whole, part, named))
        return {};
    std::string name = part[1].matched ? "#" + part[1].str() : part[2].str();
    name[0] = static_cast<char>(std::toupper(static_cast<unsigned char>(name[0])));
    if (!drill_diameter(name))
        return {};
    text = name + part[3].str();
    return name;
}

// A kind and size without a recess.
Result<ReadHole> read_bare_hole(std::string typed, Unit field) {
    ReadHole out;
    std::optional<Clearing> clearing;
    bool captive = false;
    for (const auto& [word, how] :
         {std::pair("close", Clearing::Close), {"free", Clearing::Free}, {"normal", Clearing::Normal}})
        if (std::string rest = typed; take_last(rest, word) && take_last(rest, "clear")) {
            clearing = how;
            typed = rest;
        }
    if (take_last(typed, "clear"))
        clearing = Clearing::Normal;
    if (take_last(typed, "captive"))
        captive = true;
    if (const auto thread = find_thread(typed)) {
        out.spec = {Purpose::Tapped, thread->major, thread->name, std::nullopt};
        out.spec.captive = captive;
        out.how =
            say("{series} thread, {major}; pitch {pitch}", {{"series", thread->series},
                                                            {"major", both_units(thread->major)},
                                                            {"pitch", with_unit(thread->pitch, Unit::Millimetre)}});
        if (!clearing)
            return out;
        const auto row = clearance_for(screw_of(*thread));
        if (!row)
            return problem("", say("The table has no clearance hole for {typed}. Give its size, such as {thread}.",
                                   {{"typed", typed}, {"thread", with_unit(thread->major * 1.1, field)}}));
        out.spec.purpose = Purpose::Clearance;
        out.spec.clearing = *clearing;
        out.spec.diameter = clearance_of(*row, *clearing);
        out.how = say("clear of an {thread} screw: {close} close, {normal} normal, {free} free",
                      {{"thread", thread->name},
                       {"close", with_unit(row->close, field)},
                       {"normal", with_unit(row->normal, field)},
                       {"free", with_unit(row->free, field)}});
        return out;
    }
    if (clearing || captive)
        return problem("", say("'{typed}' is no thread of the table. {clearing} would do.",
                               {{"typed", typed},
                                {"clearing", clearing ? say("M5 clear, or 1/4-20 clear close,") : say("M5 captive")}}));
    static const std::regex metric_thread(R"(\s*[Mm]\s*\d.*)");
    if (std::regex_match(typed, metric_thread))
        return problem("",
                       say("The thread '{typed}' is not in the table. Coarse ones are written M5, fine ones M6x0.75.",
                           {{"typed", typed}}));
    static const std::regex with_fit(R"((.*\S)\s+([A-Za-z]{1,2}\d{1,2})\s*)");
    std::smatch part;
    out.spec.drill = take_drill(typed);
    const bool fitted = std::regex_match(typed, part, with_fit);
    if (!fitted)
        if (const auto wrong = take_limits(typed, field, out.spec.limits))
            return problem("", *wrong);
    const Result<ReadLength> size = read_length(fitted ? part[1].str() : typed, field);
    if (!size)
        return tl::unexpected(size.error());
    out.spec.diameter = size->value;
    out.how = size->how.empty() ? both_units(size->value) : size->how;
    if (const auto& limits = out.spec.limits)
        out.how =
            say("from {least} to {most}", {{"least", limits->least ? with_unit(*limits->least, field) : say("nothing")},
                                           {"most", limits->most ? with_unit(*limits->most, field) : say("anything")}});
    if (fitted) {
        out.spec.purpose = Purpose::Reamed;
        for (const char c : part[2].str())
            out.spec.label += static_cast<char>(std::toupper(static_cast<unsigned char>(c)));
    }
    return out;
}

} // namespace

Result<ReadHole> read_hole_size(std::string_view text, Unit field) {
    if (const auto fault = length_fault(text, limits::figure))
        return problem("", *fault);
    std::string typed(text.substr(0, 200));
    for (std::size_t at = typed.find("\u2212"); at != std::string::npos; at = typed.find("\u2212"))
        typed.replace(at, std::string("\u2212").size(), "-"); // a true minus, as it is shown
    const Result<std::optional<Recess>> recess = take_recess(typed, field);
    if (!recess)
        return tl::unexpected(recess.error());
    Result<ReadHole> out = read_bare_hole(typed, field);
    if (!out || !*recess)
        return out;
    if (out->spec.purpose == Purpose::Tapped)
        return problem("",
                       say("A screw's head is let in where the screw goes through: {label} clear {recess} would do.",
                           {{"label", out->spec.label},
                            {"recess", (*recess)->kind == RecessKind::Counterbore ? "counterbored" : "countersunk"}}));
    const auto thread = find_thread(out->spec.label);
    const Result<Recess> sized = sized_recess(**recess, thread);
    if (!sized)
        return tl::unexpected(sized.error());
    out->spec.recess = *sized;
    out->how += fmt::format("; {}", recess_in_words(*sized, field));
    return out;
}

Result<std::set<int>> read_hole_numbers(std::string_view text, int places) {
    if (const auto fault = length_fault(text, limits::list_of_figures))
        return problem("", *fault);
    std::string list(text.substr(0, 2000));
    for (char& c : list)
        if (c == ',' || c == ';')
            c = ' ';
    std::istringstream words(list);
    std::set<int> numbers;
    for (std::string word; words >> word;) {
        if (word == "none")
            continue;
        const Result<int> number = read_count(word, 1, places, "holes");
        if (!number)
            return problem(
                "",
                say("'{word}' is no hole of this pattern. Numbers from 1 to {places}, such as 2, 5, or none would do.",
                    {{"word", word}, {"places", places}}));
        numbers.insert(*number);
    }
    return numbers;
}

Result<HoleRef> read_hole_name(std::string_view text, const Job& job) {
    if (const auto fault = length_fault(text, limits::figure))
        return problem("", *fault);
    static constexpr std::string_view digits = "0123456789";
    const std::size_t number_at = text.find_last_not_of(digits);
    const std::string name(text.substr(0, number_at == std::string_view::npos ? 0 : number_at + 1));
    const std::string number(text.substr(name.size()));
    const auto low = [](std::string word) {
        std::transform(word.begin(), word.end(), word.begin(),
                       [](unsigned char c) { return static_cast<char>(std::tolower(c)); });
        return word;
    };
    constexpr std::size_t most_digits = 6;
    if (!name.empty() && !number.empty() && number.size() < most_digits) {
        for (const bool exact : {true, false})
            for (const Pattern& pattern : job.patterns)
                if (exact ? pattern.name == name : low(pattern.name) == low(name))
                    return HoleRef{pattern.name, std::stoi(number)};
    }
    return problem(
        "", say("'{typed}' is no hole of this job. A name such as {patterns}1 would do.",
                {{"typed", text.substr(0, 40)}, {"patterns", job.patterns.empty() ? "A" : job.patterns.front().name}}));
}

} // namespace clockface

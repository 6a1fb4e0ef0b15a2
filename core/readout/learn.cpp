#include "readout/learn.h"

#include "readout/line_pattern.h"
#include "words/say.h"

#include <algorithm>
#include <cctype>
#include <map>
#include <optional>

namespace clockface {

namespace {

// A line taken apart: words[0] figure[0] words[1] … figure[n-1] words[n].
struct TakenApart {
    std::vector<std::string> words{""};
    struct Figure {
        std::string text;
        double value = 0.0;
        bool whole = true, sign = false;
    };
    std::vector<Figure> figures;
};

bool has_digits(std::string_view text) {
    return std::any_of(text.begin(), text.end(), [](unsigned char c) { return std::isdigit(c) != 0; });
}

bool is_a_letter(char c) {
    return std::isalpha(static_cast<unsigned char>(c)) != 0;
}

TakenApart taken_apart(std::string_view line) {
    TakenApart out;
    while (!line.empty()) {
        const bool begins = has_digits(line.substr(0, 1)) || line.front() == '+' || line.front() == '-' ||
                            (line.front() == '.' && has_digits(line.substr(1, 1)));
        const std::vector<FigureAt> all = begins ? figures_at(line) : std::vector<FigureAt>{};
        if (all.empty()) {
            out.words.back().push_back(line.front());
            line.remove_prefix(1);
            continue;
        }
        // A comma with a blank or a further point behind stands between two figures.
        FigureAt figure = all.front();
        for (const FigureAt& each : all) {
            const std::string_view part = line.substr(0, each.length);
            if (part.back() != ',' &&
                !(part.find(',') != std::string_view::npos && line.substr(each.length).starts_with('.'))) {
                figure = each;
                break;
            }
        }
        const std::string text(line.substr(0, figure.length));
        const std::string_view after = line.substr(figure.length);
        if (figure.whole && text.size() <= 2 && has_digits(text.substr(0, 1)) &&
            (after.starts_with(':') || after.starts_with('='))) { // "1: 12.345" names an axis
            out.words.back() += text;
            line.remove_prefix(text.size());
            continue;
        }
        out.figures.push_back(
            {text, figure.value, figure.whole, text.front() == '+' || text.front() == '-' || text.back() == '-'});
        out.words.emplace_back();
        line.remove_prefix(figure.length);
    }
    return out;
}

// What tells one kind of line from another: its words, with blanks run together.
std::string shape_of(const TakenApart& line) {
    std::string shape;
    for (const std::string& words : line.words) {
        for (const char c : words)
            if (c != ' ' && c != '\t')
                shape.push_back(c);
        shape.push_back('\1');
    }
    return shape;
}

std::string upper(std::string text) {
    std::transform(text.begin(), text.end(), text.begin(),
                   [](unsigned char c) { return static_cast<char>(std::toupper(c)); });
    return text;
}

// The axis a figure belongs to by the words before it: its last letter, where that stands alone.
std::optional<char> axis_of(const std::string& before) {
    std::string words = upper(before);
    while (!words.empty() && !is_a_letter(words.back()))
        words.pop_back();
    if (words.empty() || (words.size() > 1 && is_a_letter(words[words.size() - 2])))
        return std::nullopt;
    const char axis = words.back();
    return axis >= 'U' && axis <= 'Z' ? std::optional(axis) : std::nullopt;
}

// All lines of one shape.
struct Shape {
    std::vector<TakenApart> lines;

    [[nodiscard]] std::size_t figures() const { return lines.front().figures.size(); }
    /// A number of a line or of an axis: short, whole, without a sign, always the same.
    [[nodiscard]] bool is_word(std::size_t figure) const {
        return lines.size() > 1 && std::all_of(lines.begin(), lines.end(), [&](const TakenApart& line) {
                   const TakenApart::Figure& each = line.figures[figure];
                   return each.whole && !each.sign && each.text.size() <= 2 &&
                          each.text == lines.front().figures[figure].text;
               });
    }
    /// Index of the first line in which it differs from the line before.
    [[nodiscard]] std::size_t first_change(std::size_t figure) const {
        std::size_t i = 1;
        while (i < lines.size() && lines[i].figures[figure].value == lines[i - 1].figures[figure].value)
            ++i;
        return i;
    }
};

std::string pattern_text(const std::string& words) {
    std::string out;
    for (const char c : words)
        out.push_back(c == '\t' || c == '{' || c == '}' ? ' ' : c);
    return out;
}

std::string write(const Shape& shape, const std::vector<std::string>& names) {
    std::string out;
    const TakenApart& line = shape.lines.front();
    for (std::size_t i = 0; i < line.words.size(); ++i) {
        out += pattern_text(line.words[i]);
        if (i < line.figures.size())
            out += names[i].empty() ? line.figures[i].text : names[i];
    }
    while (!out.empty() && out.back() == ' ')
        out.pop_back();
    return out;
}

// Named by letters where all have them; otherwise in order, the one that changed first as X.
std::vector<std::string> names_of(const Shape& shape, bool& guessed) {
    std::vector<std::string> names(shape.figures());
    std::vector<std::size_t> real;
    for (std::size_t i = 0; i < names.size(); ++i)
        if (!shape.is_word(i))
            real.push_back(i);
    bool x = false, y = false;
    for (const std::size_t i : real) {
        const auto axis = axis_of(shape.lines.front().words[i]);
        names[i] = "{figure}";
        if (axis == 'X' && !x) {
            names[i] = "{x}";
            x = true;
        } else if (axis == 'Y' && !y) {
            names[i] = "{y}";
            y = true;
        }
    }
    if (x && y)
        return names;
    if (real.size() < 2) {
        if (real.size() == 1 && !x && !y)
            names[real.front()] = "{figure}";
        return names;
    }
    guessed = true;
    std::size_t first = real[0], second = real[1];
    for (const std::size_t i : real) {
        names[i] = "{figure}";
        if (shape.first_change(i) < shape.first_change(first)) {
            second = first;
            first = i;
        }
    }
    if (second == first)
        second = real[0] == first ? real[1] : real[0];
    names[first] = "{x}";
    names[second] = "{y}";
    return names;
}

FiguresIn unit_of(const std::vector<const Shape*>& shapes, std::string& sentence) {
    std::string words;
    bool whole = true;
    for (const Shape* shape : shapes)
        for (const TakenApart& line : shape->lines) {
            for (const std::string& each : line.words)
                words += upper(each) + ' ';
            for (std::size_t i = 0; i < line.figures.size(); ++i)
                whole = whole && (line.figures[i].whole || shape->is_word(i));
        }
    if (words.find("MM") != std::string::npos)
        return FiguresIn::Millimetres;
    if (words.find("INCH") != std::string::npos || words.find("IN ") != std::string::npos ||
        words.find('"') != std::string::npos)
        return FiguresIn::Inches;
    if (whole) {
        sentence += say(" Its figures have no point: they are taken for steps of the readout.");
        return FiguresIn::Steps;
    }
    sentence += say(" No unit stands in the lines: millimetres are taken; compare one figure with the display.");
    return FiguresIn::Millimetres;
}

} // namespace

Learnt learn_pattern(const std::vector<std::string>& lines) {
    std::map<std::string, Shape> shapes;
    for (const std::string& line : lines) {
        TakenApart apart = taken_apart(line);
        if (!apart.figures.empty())
            shapes[shape_of(apart)].lines.push_back(std::move(apart));
    }
    if (shapes.empty())
        return {"", {}, say("No line with a figure has come yet. Is the readout sending?")};
    std::vector<const Shape*> by_number;
    for (const auto& [words, shape] : shapes)
        by_number.push_back(&shape);
    std::stable_sort(by_number.begin(), by_number.end(),
                     [](const Shape* a, const Shape* b) { return a->lines.size() > b->lines.size(); });

    Learnt learnt;
    bool guessed = false;
    const auto both = [](const std::vector<std::string>& names) {
        return std::count(names.begin(), names.end(), "{x}") == 1 && std::count(names.begin(), names.end(), "{y}") == 1;
    };
    std::vector<const Shape*> used;
    for (const Shape* shape : by_number) {
        bool guess = false;
        const std::vector<std::string> names = names_of(*shape, guess);
        if (!both(names) || shape->lines.size() * 4 < by_number.front()->lines.size())
            continue;
        learnt.pattern = write(*shape, names);
        guessed = guess;
        used = {shape};
        break;
    }
    if (learnt.pattern.empty()) { // each axis on a line of its own
        std::vector<std::pair<char, const Shape*>> axes;
        for (const Shape* shape : by_number)
            for (std::size_t i = 0; i < shape->figures(); ++i)
                if (const auto axis = axis_of(shape->lines.front().words[i]); axis == 'X' || axis == 'Y')
                    axes.emplace_back(*axis, shape);
        const auto find = [&](char axis) -> const Shape* {
            const auto found =
                std::find_if(axes.begin(), axes.end(), [&](const auto& each) { return each.first == axis; });
            return found == axes.end() ? nullptr : found->second;
        };
        const Shape *x = find('X'), *y = find('Y');
        if (!x && !y && by_number.size() > 1) { // told apart by other words, in the order in which they came
            guessed = true;
            const auto first = [&](const Shape* a) {
                return std::find_if(lines.begin(), lines.end(), [&](const std::string& line) {
                    return shape_of(taken_apart(line)) == shape_of(a->lines.front());
                });
            };
            x = by_number[0];
            y = by_number[1];
            if (first(y) < first(x))
                std::swap(x, y);
        }
        if (x && y) {
            const auto names = [](const Shape& shape, const char* name) {
                std::vector<std::string> out(shape.figures());
                bool named = false;
                for (std::size_t i = out.size(); i-- > 0;)
                    if (!shape.is_word(i)) {
                        out[i] = named ? "{figure}" : name;
                        named = true;
                    }
                return out;
            };
            learnt.pattern = write(*x, names(*x, "{x}")) + " or " + write(*y, names(*y, "{y}"));
            used = {x, y};
        }
    }
    const Result<LinePattern> made = LinePattern::read(learnt.pattern);
    if (learnt.pattern.empty() || !made)
        return {"",
                {},
                say("No line with a figure of X and one of Y was found. Move both slides, and see that the readout "
                    "sends both.")};
    const auto read = std::count_if(lines.begin(), lines.end(),
                                    [&](const std::string& line) { return made->match(line).has_value(); });
    learnt.sentence = say("{read} of {lines} lines are read so.", {{"read", read}, {"lines", lines.size()}});
    if (guessed)
        learnt.sentence += say(" No letters tell X from Y: move one slide and see which figure follows.");
    learnt.figures = unit_of(used, learnt.sentence);
    return learnt;
}

} // namespace clockface

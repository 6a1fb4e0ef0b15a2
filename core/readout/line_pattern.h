// What the lines of a readout look like, as a person writes it: "X{x} Y{y}".
//
//     {x} {y}     a figure: a sign, which may stand apart or behind, digits, a point or comma
//     {figure}    another figure that is of no use here       {any}   anything, as little as fits
//     a blank     any number of blanks, also none              the rest stands as it is
//     A or B      the readout sends each axis on a line of its own: "X{x} or Y{y}"
#pragma once

#include "measure/problem.h"

#include <optional>
#include <string>
#include <string_view>
#include <vector>

namespace clockface {

/// The figures of one line, as they stand there.
struct LineFigures {
    std::optional<double> x, y;
};

class LinePattern {
public:
    /// Refused with a sentence: nothing between the braces that is known, a brace that is not closed, no {x} or {y} at
    /// all or one of them twice in a form, longer than a line may be.
    static Result<LinePattern> read(const std::string& text);

    /// The figures of a line without its end; nothing where it looks different. Costs no more than the length of the
    /// line times that of the pattern, whatever stands in it.
    [[nodiscard]] std::optional<LineFigures> match(std::string_view line) const;

private:
    enum class Kind { Literal, Blanks, X, Y, Figure, Any };
    struct Piece {
        Kind kind = Kind::Literal;
        std::string literal{};
    };
    using Form = std::vector<Piece>;
    std::vector<Form> m_forms;

    friend class LineMatch;
    static Result<Form> read_form(std::string_view text);
};

/// A figure of a readout at the beginning of a text: how long it is, and its value.
struct FigureAt {
    std::size_t length = 0;
    double value = 0.0;
    bool whole = true; ///< without a point or comma
};
/// The ways of reading one there, the longest first: a comma may be a point or stand between two figures.
std::vector<FigureAt> figures_at(std::string_view text);

/// Bytes of the longest line that is read.
inline constexpr std::size_t longest_line = 240;

} // namespace clockface

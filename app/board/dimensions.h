// Dimensions as on a print, laid so that none covers another: from zero (ordinates) or from hole to hole (a chain).
#pragma once

#include "board/board_map.h"
#include "document/document.h"
#include "look/look.h"

#include <QPainter>
#include <string>
#include <vector>

namespace clockface::app {

enum class DimensionStyle { FromZero, Chain, None };

/// Places for labels of one size along a line: in the order of `wanted` (which is sorted), at least `gap` apart, and
/// all together as near to their wanted places as can be (least squares, by pooling neighbours that press on each
/// other).
std::vector<double> spread(const std::vector<double>& wanted, double gap);

class Dimensions {
public:
    Dimensions(QPainter& painter, const BoardMap& map, const Document& document, const Look& look);

    /// All holes of a pattern, below and to the left of the blank. Too many for figures to be read: nothing.
    void of_pattern(const std::string& pattern, DimensionStyle style);

    /// Where figures were written, and which.
    [[nodiscard]] const std::vector<std::pair<QRectF, QString>>& written() const { return m_written; }

private:
    std::vector<std::pair<QRectF, QString>> m_written;
    QPainter& m_painter;
    const BoardMap& m_map;
    const Document& m_document;
    const Look& m_look;

    struct Mark {
        double at;    // along the edge, in pixels
        double reach; // how far the hole is from the edge, in pixels
        Length figure;
    };
    [[nodiscard]] std::vector<Mark> marks(const std::string& pattern, Axis axis) const;
    void ordinates(const std::vector<Mark>& marks, Axis axis);
    void chain(const std::vector<Mark>& marks, Axis axis);
    void text(double along, double out, Axis axis, const QString& words);
    [[nodiscard]] double band(Axis axis) const;
    [[nodiscard]] QPointF point(double along, double out, Axis axis) const;
};

} // namespace clockface::app

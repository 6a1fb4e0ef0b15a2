// Paints the workpiece as it lies on the bench: blue, scribed lines, holes, and what a stage lays over it. Every
// subject is a layer.
#pragma once

#include "board/board_canvas.h"
#include "board/dimensions.h"
#include "order/shown_parts.h"

#include <QPixmap>
#include <string>
#include <vector>

namespace clockface::app {

class BoardPainter {
public:
    BoardPainter(QPainter& painter, const BoardMap& map, const Document& document, const Look& look, QRectF area)
        : m_board(painter, map, document, look, area) {}

    /// The whole board for a stage; `pattern` and `hole` are selected (names, may be empty). What is shown of parts
    /// takes the place of the way round.
    void paint(Stage stage, const std::string& pattern, const std::string& hole,
               DimensionStyle style = DimensionStyle::FromZero, const ShownParts* shown = nullptr);
    /// The bare work: air, metal and what is on it. `paint` draws it too, unless a picture of it is given here.
    void paint_backdrop();
    void use_backdrop(const QPixmap& picture) { m_backdrop = &picture; }
    [[nodiscard]] const std::vector<BoardCanvas::Written>& written() const { return m_board.written; }
    /// A small card beside `at` with lines of text, the first one in brass.
    void card(QPointF at, const QStringList& lines) { m_board.card(at, lines); }

private:
    BoardCanvas m_board;
    const QPixmap* m_backdrop = nullptr;
};

} // namespace clockface::app

// What all layers of the board paint on: the way from metal to pixels, how things are written, and where names find
// room.
#pragma once

#include "board/board_map.h"
#include "document/document.h"
#include "look/look.h"

#include <QPainter>
#include <optional>
#include <utility>
#include <vector>

namespace clockface::app {

enum class Stage { Blank, Holes, Cutters, Hold, Order, Bench, Proof };

/// More holes than this get no names on the board.
inline constexpr std::size_t most_labels = 120;

struct BoardCanvas {
    BoardCanvas(QPainter& on, const BoardMap& by, const Document& of, const Look& in, QRectF over);

    QPainter& painter;
    const BoardMap& map;
    const Document& document;
    const Look& look;
    QRectF area;
    Point datum;                ///< from the middle
    double least_radius = 0.0;  ///< of holes, so that names keep clear of what is drawn round them
    bool holes_at_size = false; ///< they are drawn no larger for that
    /// Boxes of all that was written on the board, with the words: nothing may cover anything.
    struct Written {
        QRectF box;
        QString words;
    };
    std::vector<Written> written;
    std::vector<QRectF> taken; ///< where holes, names and tags stand already

    [[nodiscard]] QPointF screen(Point from_datum) const { return map.to_screen(from_datum + datum); }
    [[nodiscard]] double radius_of(const Hole& hole) const;
    /// As it is drawn: where what is round it is drawn apart, at its own size.
    [[nodiscard]] double drawn_radius_of(const Hole& hole) const;
    /// Unit step on the screen towards where a hole's name stands: inwards of a circle, otherwise below.
    [[nodiscard]] QPointF name_side(const Hole& hole) const;
    [[nodiscard]] double covered(const QRectF& box) const; ///< of what stands there already, in square pixels
    [[nodiscard]] std::pair<QRectF, double> best_spot(QPointF at, double radius, QPointF wanted, QSizeF size) const;
    /// Where a name or tag of this size can stand beside something round, on the wanted side (a unit step) if there is
    /// room.
    QPointF free_spot(QPointF at, double radius, QPointF wanted, QSizeF size);
    /// The same, or nothing where it would cover something.
    std::optional<QPointF> quite_free_spot(QPointF at, double radius, QPointF wanted, QSizeF size);
    void label(QPointF at, const QString& text, const QColor& colour, double points, bool bold);
    void dimension(QPointF from, QPointF to, double offset, const QString& text);
    /// A small card beside `at` with lines of text, the first one in brass.
    void card(QPointF at, const QStringList& lines);
    /// What the signs on the board mean, in a line at its foot.
    void legend(const QString& words);
};

/// One subject of the board. A layer is made where it is painted and lives no longer.
class BoardLayer {
public:
    explicit BoardLayer(BoardCanvas& board)
        : m_board(board)
        , m_painter(board.painter)
        , m_map(board.map)
        , m_document(board.document)
        , m_look(board.look)
        , m_area(board.area) {}

protected:
    BoardCanvas& m_board;
    QPainter& m_painter;
    const BoardMap& m_map;
    const Document& m_document;
    const Look& m_look;
    const QRectF m_area;

    [[nodiscard]] QPointF screen(Point from_datum) const { return m_board.screen(from_datum); }
};

} // namespace clockface::app

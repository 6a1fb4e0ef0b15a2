// Paints the workpiece as it lies on the bench: blue, scribed lines, holes, and what a stage lays over it.
#pragma once

#include "board/board_map.h"
#include "board/dimensions.h"
#include "document/document.h"
#include "job/section.h"
#include "look/look.h"
#include "look/painting.h"
#include "order/shown_parts.h"

#include <QPainter>
#include <QPixmap>
#include <map>
#include <optional>
#include <string>
#include <tuple>
#include <vector>

namespace clockface {
class BarViews;
}

namespace clockface::app {

/// More holes than this get no names on the board.
inline constexpr std::size_t most_labels = 120;

enum class Stage { Blank, Holes, Cutters, Order, Bench };

class BoardPainter {
public:
    BoardPainter(QPainter& painter, const BoardMap& map, const Document& document, const Look& look, QRectF area);

    /// The whole board for a stage; `pattern` and `hole` are selected (names, may be empty). What is shown of parts
    /// takes the place of the way round.
    void paint(Stage stage, const std::string& pattern, const std::string& hole,
               DimensionStyle style = DimensionStyle::FromZero, const ShownParts* shown = nullptr);
    /// The bare work: air, metal and what is on it. `paint` draws it too, unless a picture of it is given here.
    void paint_backdrop();
    /// Where the legend of the Cutters stage stands on a board of this size: below the work, or beside it where the
    /// work is about as high as it is wide.
    static QRectF legend_place(const Document& document, QSizeF board);
    void use_backdrop(const QPixmap& picture) { m_backdrop = &picture; }
    /// Boxes of all that was written on the board, with the words: nothing may cover anything.
    struct Written {
        QRectF box;
        QString words;
    };
    [[nodiscard]] const std::vector<Written>& written() const { return m_written; }
    /// A small card beside `at` with lines of text, the first one in brass.
    void card(QPointF at, const QStringList& lines);

private:
    QPainter& m_painter;
    const BoardMap& m_map;
    const Document& m_document;
    const Look& m_look;
    QRectF m_area;
    std::vector<Written> m_written;
    const QPixmap* m_backdrop = nullptr;
    double m_least_radius = 0.0; // of holes, so that names keep clear of what is drawn round them
    Point m_datum;               // from the middle
    std::vector<QRectF> m_taken; // where holes, names and tags stand already

    [[nodiscard]] QPainterPath outline() const;
    [[nodiscard]] QPointF screen(Point from_datum) const { return m_map.to_screen(from_datum + m_datum); }
    [[nodiscard]] QPainterPath rim(const Existing& there) const;
    void metal();
    void features();
    void centre_lines();
    void datum_mark();
    void clock_ring(const std::string& pattern);
    void pattern_lines(const std::string& pattern);
    void holes(Stage stage, const std::string& pattern, const std::string& selected);
    /// How a hole looks; holes that look alike share a stamp.
    struct HoleLook {
        double radius;
        bool tapped, chosen, near, troubled, ghost;
        auto operator<=>(const HoleLook&) const = default;
    };
    std::map<std::tuple<HoleLook, double, double>, QPixmap> m_stamps;
    void hole(const Hole& hole, bool chosen, bool near, bool troubled);
    void draw_hole(QPainter& painter, QPointF at, const HoleLook& look) const;
    /// Unit step on the screen towards where a hole's name stands: inwards of a circle, otherwise below.
    [[nodiscard]] QPointF name_side(const Hole& hole) const;
    /// Where a name or tag of this size can stand beside something round, on the wanted side (a unit step) if there is
    /// room.
    QPointF free_spot(QPointF at, double radius, QPointF wanted, QSizeF size);
    /// The same, or nothing where it would cover something.
    std::optional<QPointF> quite_free_spot(QPointF at, double radius, QPointF wanted, QSizeF size);
    [[nodiscard]] std::pair<QRectF, double> best_spot(QPointF at, double radius, QPointF wanted, QSizeF size) const;
    std::optional<QPointF> free_round_end(const BarViews& views, QPointF out, QSizeF size, bool must);
    [[nodiscard]] double radius_of(const Hole& hole) const;
    void path();
    void take_ups();
    void hook(QPointF at, double radius, QPointF out);
    void order_tags();
    /// Where many parts came out, or one that was made wrong.
    void parts(const ShownParts& shown);
    [[nodiscard]] double cloud_factor(const ManyParts& many) const;
    void clouds(const ManyParts& many);
    void broken_part(const Proof& proof);
    void legend(const QString& words);
    // Cutters: each kind of hole in its colour and with its number, and what the numbers mean.
    void cutter_rings();
    void cutter_legend();
    void overall_dimensions();
    // A bar has three views.
    [[nodiscard]] QPainterPath section_path(const Section& section) const;
    [[nodiscard]] QPainterPath bar_outline() const;
    void bar_features();
    void bar_centre_lines();
    void bar_hole(const Hole& hole, bool chosen, bool near, bool troubled);
    void bar_hole_in_end(const Hole& hole, const QColor& line, double width);
    void bar_names(const std::string& pattern, const std::string& selected, Stage stage);
    void bar_legends(Stage stage);
    void bar_dimensions();
    void pitch_circle(const std::string& pattern);
    void what_hangs_on_what(const Pattern& pattern);
    struct Ring {
        QPointF middle;
        double radius;
        bool every_hour;
    };
    void take_up_room();
    [[nodiscard]] double covered(const QRectF& box) const; ///< of what stands there already, in square pixels
    static QRectF hour_box(QPointF middle, double radius, int hour);
    [[nodiscard]] Ring ring(const std::string& pattern) const;
    void dimension(QPointF from, QPointF to, double offset, const QString& text);
    void label(QPointF at, const QString& text, const QColor& colour, double points, bool bold);
};

} // namespace clockface::app

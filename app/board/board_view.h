// The board: always there, one for all stages.
#pragma once

#include "board/board_painter.h"
#include "document/selection.h"
#include "layout/between.h"
#include "layout/drag.h"

#include <QWidget>
#include <optional>

class QPushButton;

namespace clockface::app {

class BoardView : public QWidget {
    Q_OBJECT
public:
    BoardView(Document& document, Selection& selection, QWidget* parent = nullptr);

    void set_stage(Stage stage);
    void set_look(const Look& look);
    /// Shows the whole blank with the ring round it.
    void fit();
    /// What the Order stage lays over the board, now and whenever it changes.
    void show_parts(const ShownParts& shown);
    /// Selects the next (or the previous) hole in drawn order.
    void step_selection(int by);
    /// Brings the holes into view and selects the first.
    void show_holes(const std::vector<int>& holes);

    /// Dimensions from zero, from hole to hole, or none; the next of them.
    void set_dimensions(DimensionStyle style);
    void next_dimensions();
    /// Measuring: the next two features chosen (clicked, or the chosen hole with Enter) are measured between. What was
    /// found can be copied as text.
    void set_measuring(bool measuring);
    [[nodiscard]] QString measured_text() const;

    /// Where a hole is on this widget, for those who point at it.
    [[nodiscard]] std::optional<QPointF> position_of(const std::string& hole) const;
    [[nodiscard]] const BoardMap& map() const { return m_map; }

protected:
    void paintEvent(QPaintEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;
    void wheelEvent(QWheelEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void leaveEvent(QEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;

private:
    Document& m_document;
    Selection& m_selection;
    const Look* m_look;
    const ShownParts* m_shown = nullptr;
    Stage m_stage = Stage::Holes;
    BoardMap m_map;
    bool m_fitted = true; // follows the window until somebody zooms or pans
    std::optional<QPointF> m_hover;
    std::optional<QPointF> m_pressed, m_dragged_from;
    std::optional<PatternDrag> m_drag;
    DimensionStyle m_dimensions = DimensionStyle::FromZero;
    bool m_measuring = false;
    std::optional<Feature> m_one, m_other;
    struct Backdrop {
        Blank blank;
        double pixels_per_mm = 0.0;
        QPointF middle;
        QSize size;
        const Look* look = nullptr;
        QPixmap picture;
    };
    Backdrop m_backdrop; // the bare work, kept as long as nothing of it changes
    void update_backdrop();
    QPushButton* m_dimension_button;
    QPushButton* m_measure_button;

    void zoom(double factor, QPointF about);
    void pan(QPointF by);
    void select_at(QPointF at);
    void follow_document();
    void make_tools();
    void place_tools();
    void take_feature(const std::optional<Feature>& feature);
    void paint_measuring(QPainter& painter, BoardPainter& board) const;
    [[nodiscard]] Job dragged_to(QPointF at) const;
    void let_go(bool keep);
    [[nodiscard]] int hole_at(QPointF at) const;
    [[nodiscard]] QStringList hover_lines(QPointF at) const;
};

} // namespace clockface::app

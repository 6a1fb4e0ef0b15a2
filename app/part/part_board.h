// The old part on the board: its holes as the readings have them (or as they were sketched), edges, errors drawn
// enlarged, and the readings between them. Clicks sketch holes and edges; a hole can be dragged.
#pragma once

#include "board/board_map.h"
#include "document/document.h"
#include "look/look.h"
#include "survey/sketch.h"

#include <QWidget>
#include <optional>

class QPushButton;

namespace clockface::app {

/// What is chosen of the old part, the same in its table, its sentences and on the board.
class PartSelection : public QObject {
    Q_OBJECT
public:
    using QObject::QObject;
    [[nodiscard]] const std::string& hole() const { return m_hole; }
    [[nodiscard]] int reading() const { return m_reading; }
    void select_hole(const std::string& hole) {
        m_hole = hole;
        emit changed();
    }
    void select_reading(int reading) {
        m_reading = reading;
        emit changed();
    }

signals:
    void changed();

private:
    std::string m_hole;
    int m_reading = -1;
};

class PartBoard : public QWidget {
    Q_OBJECT
public:
    PartBoard(Document& document, PartSelection& selection, QWidget* parent = nullptr);

    void set_look(const Look& look);
    void fit();
    /// The next click begins an edge, and the one after it ends it.
    void begin_edge();
    /// Where a hole is on this widget.
    [[nodiscard]] std::optional<QPointF> position_of(const std::string& hole) const;
    [[nodiscard]] QPointF position_of(Point sketched) const;

signals:
    void told(const QString& sentence);

protected:
    void paintEvent(QPaintEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void wheelEvent(QWheelEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;

private:
    Document& m_document;
    PartSelection& m_selection;
    const Look* m_look;
    BoardMap m_map;
    bool m_fitted = true;
    QPushButton* m_edge_button;
    bool m_edging = false;
    std::optional<Point> m_edge_from;
    std::optional<std::string> m_dragged;
    std::optional<Point> m_dragged_to;

    // The board shows the sketch's own directions, at the size of the readings, with zero's hole as its origin.
    [[nodiscard]] SketchFrame frame() const;
    [[nodiscard]] Point place(int hole) const;
    [[nodiscard]] Point on_board(Point sketched) const;
    [[nodiscard]] Point in_sketch(QPointF at) const;
    [[nodiscard]] int hole_at(QPointF at) const;
    void add_hole(Point sketched);
    void move_hole(const std::string& name, Point sketched);
    void add_edge(Point from, Point to);
    void follow();
    void paint_edges(QPainter& painter) const;
    void paint_readings(QPainter& painter) const;
    void paint_holes(QPainter& painter) const;
};

} // namespace clockface::app

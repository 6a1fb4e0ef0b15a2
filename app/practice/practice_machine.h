// The mill that is practised on, in place of the picture at the Bench: the work from above with what was made of it,
// two handles with their dials or the readout's figures, two locks and the quill.
#pragma once

#include "bench/practice.h"
#include "look/look.h"

#include <QWidget>

namespace clockface::app {

class PracticeMachine : public QWidget {
    Q_OBJECT
public:
    explicit PracticeMachine(Practice& practice, QWidget* parent = nullptr);
    void set_look(const Look& look);

    /// By so many lines, clockwise positive.
    void turn(Axis axis, double lines);
    void turn_to_lock(Axis axis);
    void set(Axis axis);
    void quill();
    /// Where a handle is drawn, for whoever turns it with a wheel.
    [[nodiscard]] QRectF handle(Axis axis) const;
    /// What the quill, or a lock, has answered last.
    [[nodiscard]] const QString& told() const { return m_told; }

signals:
    void worked(); ///< anything was turned, locked, set or drilled

protected:
    void paintEvent(QPaintEvent* event) override;
    void wheelEvent(QWheelEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    bool event(QEvent* event) override;

private:
    Practice& m_practice;
    const Look* m_look = &Look::day();
    QString m_told;
    double m_wheel = 0.0; // parts of a notch that are left of a smooth wheel

    struct Part {
        enum What { Handle, Lock, Set, Quill } what;
        Axis axis;
        QRectF place;
        QString spoken;
    };
    [[nodiscard]] std::vector<Part> parts() const;
    [[nodiscard]] QRectF work_place() const;
    [[nodiscard]] bool has_dials() const;
    void tell(const QString& sentence);
    void paint_work(QPainter& painter);
    void paint_dial(QPainter& painter, Axis axis, QRectF place);
    void paint_shown(QPainter& painter, Axis axis, QRectF place);
    void describe();
};

} // namespace clockface::app

// A piece of a batch as it lies against stop and fixed jaw, and what is drilled in it there.
#pragma once

#include "bench/batch_walk.h"
#include "look/look.h"

#include <QWidget>
#include <optional>

class QPainter;

namespace clockface::app {

class LoadingPicture : public QWidget {
    Q_OBJECT
public:
    explicit LoadingPicture(QWidget* parent = nullptr);
    void set_look(const Look& look);
    void show_load(const Job& job, const SetupPlan& plan, const BatchLoad& load);

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    struct Spot {
        Point at; ///< from the middle of the work, as it lies
        Length diameter;
        QString name;
        bool now = false; ///< drilled in this load
    };
    const Look* m_look = &Look::day();
    std::vector<Point> m_corners; ///< as it lies
    std::vector<Spot> m_spots;
    Length m_half_x, m_half_y;
    std::optional<Loading> m_loading;
    Held m_held;

    void paint_seat(QPainter& painter, const QRectF& work) const;
    void paint_marked_end(QPainter& painter, const QRectF& work) const;
};

} // namespace clockface::app

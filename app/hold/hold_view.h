// The work as it is held, in section across the jaws through the chosen hole, to scale.
#pragma once

#include "board/section_view.h"
#include "holding/beneath.h"

namespace clockface::app {

class HoldView : public SectionView {
    Q_OBJECT
public:
    HoldView(Document& document, Selection& selection, QWidget* parent = nullptr);

protected:
    void paintEvent(QPaintEvent* event) override;
    void follow() override;

private:
    // Pixels of the section: from the near side (left) to the far side, and down from the work's top.
    struct Frame {
        double scale = 1.0;
        Length wide; // of what is shown
        QPointF top; // the middle of the work's top
        [[nodiscard]] QPointF at(Length y, Length down) const {
            return top + QPointF(y.in_mm() * scale, down.in_mm() * scale);
        }
    };
    QString m_title;

    [[nodiscard]] Frame frame(const std::vector<Solid>& solids) const;
    /// A vee block's parts are gathered to be painted as one.
    void paint_solid(QPainter& painter, const Frame& at, const Solid& solid, QPainterPath& of_one_piece) const;
    void paint_cut(QPainter& painter, const QPainterPath& shape, bool wood, bool fixed) const;
    void paint_work(QPainter& painter, const Frame& at) const;
    void paint_drill(QPainter& painter, const Frame& at) const;
    void paint_chuck(QPainter& painter, const Frame& at, Length y, Length jaws) const;
    void paint_words(QPainter& painter) const;
    /// Room under the spindle, raised as far as it goes, to a scale of its own: what the work stands on, the work, and
    /// the cutter that stands furthest out of the chuck.
    void paint_room(QPainter& painter) const;
    [[nodiscard]] bool shows_room() const;
    [[nodiscard]] double words_from() const; // pixels from the left
    [[nodiscard]] Length deepest() const;
    /// A hole, along (x) and across the jaws (y), from the middle of the work.
    [[nodiscard]] HolePlace place_of(int hole) const;
    /// How far the chuck that is seen reaches over the work.
    [[nodiscard]] Length chuck_over_work() const;
};

} // namespace clockface::app

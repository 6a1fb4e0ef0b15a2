// The chosen hole in section, to scale, with its depths told apart.
#pragma once

#include "board/section_view.h"
#include "cutting/depth_stack.h"

namespace clockface::app {

class DepthView : public SectionView {
    Q_OBJECT
public:
    DepthView(Document& document, Selection& selection, QWidget* parent = nullptr);
    /// What is drawn; nothing when there is no hole.
    [[nodiscard]] const std::optional<DepthStack>& stack() const { return m_stack; }

protected:
    void paintEvent(QPaintEvent* event) override;
    void follow() override;

private:
    std::optional<DepthStack> m_stack;
    QString m_title;
    QString m_beneath; ///< what the drill meets when it is through, or would meet; empty: nothing is said
    bool m_spoils = false;

    struct Frame {
        double scale = 1.0;  // pixels a millimetre
        double top = 0.0;    // of the face
        double middle = 0.0; // of the hole
        double half = 0.0;   // of the metal drawn beside it
        [[nodiscard]] double y(Length depth) const { return top + depth.in_mm() * scale; }
        [[nodiscard]] double across(Length width) const { return width.in_mm() * scale; }
    };
    [[nodiscard]] Frame frame() const;
    void paint_metal(QPainter& painter, const Frame& at) const;
    void paint_beneath(QPainter& painter, const Frame& at) const;
    void paint_crossings(QPainter& painter, const Frame& at) const;
    void paint_hole(QPainter& painter, const Frame& at) const;
    void paint_thread(QPainter& painter, const Frame& at) const;
    void paint_leaders(QPainter& painter, const Frame& at) const;
};

} // namespace clockface::app

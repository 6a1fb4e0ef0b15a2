// The chosen hole in section, to scale, with its depths told apart.
#pragma once

#include "cutting/depth_stack.h"
#include "document/document.h"
#include "document/selection.h"
#include "look/look.h"

#include <QWidget>

namespace clockface::app {

class DepthView : public QWidget {
    Q_OBJECT
public:
    DepthView(Document& document, Selection& selection, QWidget* parent = nullptr);
    void set_look(const Look& look);
    /// What is drawn; nothing when there is no hole.
    [[nodiscard]] const std::optional<DepthStack>& stack() const { return m_stack; }

protected:
    void paintEvent(QPaintEvent* event) override;
    void showEvent(QShowEvent* event) override;

private:
    Document& m_document;
    Selection& m_selection;
    const Look* m_look;
    std::optional<DepthStack> m_stack;
    QString m_title;

    struct Frame {
        double scale = 1.0;  // pixels a millimetre
        double top = 0.0;    // of the face
        double middle = 0.0; // of the hole
        double half = 0.0;   // of the metal drawn beside it
        [[nodiscard]] double y(Length depth) const { return top + depth.in_mm() * scale; }
        [[nodiscard]] double across(Length width) const { return width.in_mm() * scale; }
    };
    void follow();
    [[nodiscard]] Frame frame() const;
    void paint_metal(QPainter& painter, const Frame& at) const;
    void paint_crossings(QPainter& painter, const Frame& at) const;
    void paint_hole(QPainter& painter, const Frame& at) const;
    void paint_thread(QPainter& painter, const Frame& at) const;
    void paint_leaders(QPainter& painter, const Frame& at) const;
};

/// Index of the hole that is chosen, or of the first of the chosen pattern, or of all; -1 when there is none.
int chosen_hole(const Document& document, const Selection& selection);

} // namespace clockface::app

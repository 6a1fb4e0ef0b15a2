// A small picture of how a kind of reading is taken: the jaws, rod or plate on the part, and what is done with the
// figure.
#pragma once

#include "job/old_part.h"
#include "look/look.h"

#include <QWidget>

namespace clockface::app {

class ReadingPicture : public QWidget {
    Q_OBJECT
public:
    explicit ReadingPicture(QWidget* parent = nullptr);
    void set_look(const Look& look);
    void show_kind(ReadingKind kind);
    [[nodiscard]] QSize sizeHint() const override { return {300, 112}; }

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    const Look* m_look;
    ReadingKind m_kind = ReadingKind::Outside;
};

} // namespace clockface::app

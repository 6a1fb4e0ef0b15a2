// The dial, table, readout, gauge or punch of one move, drawn as it must look when the move is done.
#pragma once

#include "document/document.h"
#include "look/look.h"

#include <QPainter>
#include <QWidget>
#include <optional>

namespace clockface::app {

class DevicePicture : public QWidget {
    Q_OBJECT
public:
    explicit DevicePicture(Document& document, QWidget* parent = nullptr);
    void set_look(const Look& look);
    void show_move(const Instruction& move);

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    Document& m_document;
    const Look* m_look = &Look::day();
    std::optional<Instruction> m_move;
};

} // namespace clockface::app

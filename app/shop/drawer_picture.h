// The drawer as it lies: every set a row of sizes, gaps empty, what the open job uses in brass.
#pragma once

#include "document/document.h"
#include "look/look.h"

#include <QWidget>

namespace clockface::app {

class DrawerPicture : public QWidget {
    Q_OBJECT
public:
    explicit DrawerPicture(Document& document, QWidget* parent = nullptr);
    [[nodiscard]] QSize sizeHint() const override { return {600, height_needed()}; }

protected:
    void paintEvent(QPaintEvent* event) override;
    bool event(QEvent* event) override;

private:
    Document& m_document;

    struct Place {
        Cutter cutter;
        bool owned = true;
        bool used = false;
        QRectF box{};
    };
    struct Row {
        QString name;
        std::vector<Place> places;
    };
    [[nodiscard]] std::vector<Row> rows() const;
    [[nodiscard]] int height_needed() const;
};

} // namespace clockface::app

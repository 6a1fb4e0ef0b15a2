// A lost zero found again, in place of the card: what was touched, where the machine says it stands, and what follows.
#pragma once

#include "bench/found_again.h"
#include "document/document.h"
#include "look/look.h"

#include <QWidget>
#include <functional>
#include <optional>

class QComboBox;
class QLabel;
class QLineEdit;
class QPushButton;
class QTableWidget;
class QVBoxLayout;

namespace clockface::app {

class LostZeroView : public QWidget {
    Q_OBJECT
public:
    explicit LostZeroView(Document& document, QWidget* parent = nullptr);
    void set_look(const Look& look);
    /// What a readout that talks shows now, in the drawing's axes; asked when a touch is taken from it.
    void take_from(std::function<std::optional<Point>()> shown) { m_shown = std::move(shown); }

signals:
    void leave_wanted();

protected:
    void keyPressEvent(QKeyEvent* event) override;
    void showEvent(QShowEvent* event) override;

private:
    struct Row {
        QWidget* all;
        QComboBox* what;
        QLineEdit *x, *y;
        QPushButton* now;
    };
    Document& m_document;
    const Look* m_look = &Look::day();
    std::function<std::optional<Point>()> m_shown;
    std::vector<Touchable> m_touchables;
    QList<Row> m_rows;
    QVBoxLayout* m_rows_place;
    QLabel *m_title, *m_result;
    QTableWidget* m_places;
    QPushButton *m_more, *m_take;
    std::optional<ZeroFoundAgain> m_found;

    void add_row();
    void follow();
    void show_places(const Lie& lie);
    [[nodiscard]] Unit unit() const;
};

} // namespace clockface::app

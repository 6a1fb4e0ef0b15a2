// Where am I? The holes by what is done at them, and the pieces of a batch, over the whole Bench.
#pragma once

#include "bench/where.h"
#include "document/document.h"
#include "look/look.h"

#include <QWidget>

class QLabel;
class QTableWidget;

namespace clockface::app {

class WhereView : public QWidget {
    Q_OBJECT
public:
    explicit WhereView(Document& document, QWidget* parent = nullptr);
    void set_look(const Look& look);
    /// Of a batch: what is at hand is the load, and nothing is gone to, as the order follows by itself. Nothing: the
    /// piece by itself.
    void set_load(std::optional<BenchState> load) { m_load = std::move(load); }
    /// Anew, with the hole that is at hand chosen.
    void refresh();

signals:
    void leave_wanted();

protected:
    void showEvent(QShowEvent* event) override;
    bool eventFilter(QObject* watched, QEvent* event) override;

private:
    Document& m_document;
    std::optional<BenchState> m_load;
    const Look* m_look = &Look::day();
    QLabel *m_holes_title, *m_pieces_title;
    QTableWidget *m_holes, *m_pieces;

    void show_holes(const WhereGrid& grid);
    void show_pieces(const WhereGrid& grid);
    [[nodiscard]] int chosen_hole(int row) const; // -1: none
    void go_to_hole(int row);
    void go_to_piece(int row);
};

} // namespace clockface::app

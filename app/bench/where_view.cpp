#include "bench/where_view.h"

#include "bench/bench_table.h"
#include "look/plain_text.h"
#include "look/words.h"
#include "words/say.h"

#include <QHeaderView>
#include <QKeyEvent>
#include <QLabel>
#include <QTableWidget>
#include <QTimer>
#include <QVBoxLayout>
#include <algorithm>

namespace clockface::app {

namespace {

void head(QTableWidget& table, const std::vector<StepKind>& columns) {
    QStringList words;
    for (const StepKind kind : columns)
        words << q(in_words(kind));
    table.setColumnCount(static_cast<int>(columns.size()));
    table.setHorizontalHeaderLabels(words);
}

QTableWidgetItem* cell(const QString& words, const QColor& colour, bool bold = false) {
    auto* made = new QTableWidgetItem(words);
    made->setTextAlignment(Qt::AlignCenter);
    made->setForeground(colour);
    QFont font = type(12, bold);
    made->setFont(font);
    return made;
}

} // namespace

WhereView::WhereView(Document& document, QWidget* parent)
    : QWidget(parent)
    , m_document(document) {
    setObjectName(QStringLiteral("where"));
    m_holes_title = plain_label();
    m_holes_title->setObjectName(QStringLiteral("whereHolesTitle"));
    m_pieces_title = plain_label();
    m_pieces_title->setObjectName(QStringLiteral("wherePiecesTitle"));
    for (QLabel* title : {m_holes_title, m_pieces_title})
        title->setWordWrap(true);
    m_holes = bench_table(QStringLiteral("whereHoles"), tr("holes and what is done at them; Enter goes to the hole"));
    m_pieces =
        bench_table(QStringLiteral("wherePieces"), tr("pieces and how many holes are done; Enter takes the piece"));
    auto* all = new QVBoxLayout(this);
    all->setContentsMargins(0, 0, 0, 0);
    all->setSpacing(8);
    all->addWidget(m_pieces_title);
    all->addWidget(m_pieces, 2);
    all->addWidget(m_holes_title);
    all->addWidget(m_holes, 5);
    for (QTableWidget* each : {m_holes, m_pieces}) {
        each->installEventFilter(this);
        connect(each, &QTableWidget::cellDoubleClicked, this, [this, each](int row, int) {
            if (each == m_holes)
                go_to_hole(row);
            else
                go_to_piece(row);
        });
    }
    connect(&document, &Document::changed, this, [this] {
        if (isVisible())
            refresh();
    });
    set_look(Look::day());
}

void WhereView::set_look(const Look& look) {
    m_look = &look;
    setStyleSheet(style_of_tables(look));
    if (isVisible())
        refresh();
}

void WhereView::showEvent(QShowEvent* event) {
    refresh();
    m_holes->setFocus();
    QWidget::showEvent(event);
}

void WhereView::refresh() {
    const WhereGrid grid =
        where_grid(m_document.job(), m_document.plan(), m_document.piece(), m_load ? *m_load : m_document.bench());
    show_holes(grid);
    show_pieces(grid);
}

void WhereView::show_holes(const WhereGrid& grid) {
    const auto finished = std::count_if(grid.holes.begin(), grid.holes.end(), [](const HoleRow& row) {
        return std::all_of(row.cells.begin(), row.cells.end(),
                           [](CellState each) { return each == CellState::Done || each == CellState::NotWanted; });
    });
    m_holes_title->setText(
        (!m_load
             ? tr("%1 of %2 holes are finished. Enter goes to the hole that is chosen; A: all before it is done; Esc "
                  "goes back to the card.")
             : tr("%1 of %2 holes of this piece are finished. All pieces go through together, so the next load "
                  "follows by itself; Esc goes back to it."))
            .arg(finished)
            .arg(grid.holes.size()));
    head(*m_holes, grid.columns);
    m_holes->setRowCount(static_cast<int>(grid.holes.size()));
    int at_hand = 0;
    for (int row = 0; row < m_holes->rowCount(); ++row) {
        const HoleRow& hole = grid.holes[static_cast<std::size_t>(row)];
        auto* name = new QTableWidgetItem(q(hole.name));
        name->setData(Qt::UserRole, hole.hole);
        m_holes->setVerticalHeaderItem(row, name);
        for (int column = 0; column < m_holes->columnCount(); ++column) {
            const CellState state = hole.cells[static_cast<std::size_t>(column)];
            QColor colour = m_look->bench_quiet;
            if (state == CellState::Done)
                colour = m_look->good_on_dark;
            else if (state == CellState::AtHand)
                colour = m_look->brass_on_dark;
            else if (state == CellState::Spoiled)
                colour = m_look->stop_on_dark;
            if (state == CellState::AtHand)
                at_hand = row;
            m_holes->setItem(row, column, cell(q(in_words(state)), colour, state == CellState::AtHand));
        }
    }
    if (m_holes->rowCount() == 0)
        return;
    m_holes->setCurrentCell(at_hand, 0);
    // Once it has its size.
    QTimer::singleShot(0, this, [this] { m_holes->scrollToItem(m_holes->currentItem()); });
}

// One of the made pieces that is not finished is found by its colour.
void WhereView::show_pieces(const WhereGrid& grid) {
    const bool several = m_document.job().pieces > 1 || grid.pieces.size() > 1;
    m_pieces_title->setVisible(several);
    m_pieces->setVisible(several);
    if (!several)
        return;
    const auto finished =
        std::count_if(grid.pieces.begin(), grid.pieces.end(), [](const PieceRow& each) { return each.finished(); });
    m_pieces_title->setText(
        (!m_load ? tr("Pieces finished on this face: %1 of %2; begun: %3. Enter takes the piece that is chosen.")
                 : tr("Pieces finished on this face: %1 of %2; begun: %3."))
            .arg(finished)
            .arg(m_document.job().pieces)
            .arg(grid.pieces.size()));
    head(*m_pieces, grid.columns);
    m_pieces->setRowCount(static_cast<int>(grid.pieces.size()));
    const int most_rows = m_load ? 12 : 4; // the holes have the rest
    m_pieces->setFixedHeight(m_pieces->horizontalHeader()->sizeHint().height() + 6 +
                             m_pieces->verticalHeader()->defaultSectionSize() *
                                 std::clamp(m_pieces->rowCount(), 1, most_rows));
    for (int row = 0; row < m_pieces->rowCount(); ++row) {
        const PieceRow& piece = grid.pieces[static_cast<std::size_t>(row)];
        QString words = piece.spoiled > 0 ? tr("%1, spoiled: %2").arg(q(piece.name)).arg(piece.spoiled) : q(piece.name);
        if (piece.played)
            words = tr("%1, only played").arg(words);
        auto* name = new QTableWidgetItem(words);
        name->setData(Qt::UserRole, piece.number);
        m_pieces->setVerticalHeaderItem(row, name);
        for (int column = 0; column < m_pieces->columnCount(); ++column) {
            const PieceRow::Count& count = piece.counts[static_cast<std::size_t>(column)];
            const bool all = count.done == count.wanted;
            m_pieces->setItem(row, column,
                              cell(tr("%1 of %2").arg(count.done).arg(count.wanted),
                                   all ? m_look->good_on_dark : m_look->brass_on_dark, !all));
        }
        if (piece.number == m_document.piece().number)
            m_pieces->setCurrentCell(row, 0);
    }
}

int WhereView::chosen_hole(int row) const {
    const QTableWidgetItem* name = m_holes->verticalHeaderItem(row);
    return name ? name->data(Qt::UserRole).toInt() : -1;
}

void WhereView::go_to_hole(int row) {
    const int hole = chosen_hole(row);
    if (hole < 0 || m_load)
        return;
    m_document.jump_to(id_of(m_document.job(), m_document.plan().holes[static_cast<std::size_t>(hole)]));
    emit leave_wanted();
}

void WhereView::go_to_piece(int row) {
    if (const QTableWidgetItem* name = m_pieces->verticalHeaderItem(row); name && !m_load)
        m_document.choose_piece(name->data(Qt::UserRole).toInt());
}

bool WhereView::eventFilter(QObject* watched, QEvent* event) {
    if (event->type() != QEvent::KeyPress)
        return QWidget::eventFilter(watched, event);
    const int key = static_cast<QKeyEvent*>(event)->key();
    if (key == Qt::Key_Escape || key == Qt::Key_W) {
        emit leave_wanted();
        return true;
    }
    if (m_load)
        return QWidget::eventFilter(watched, event);
    if (key == Qt::Key_Return || key == Qt::Key_Enter) {
        if (watched == m_holes)
            go_to_hole(m_holes->currentRow());
        else
            go_to_piece(m_pieces->currentRow());
        return true;
    }
    if (key == Qt::Key_A && watched == m_holes) {
        if (const int hole = chosen_hole(m_holes->currentRow()); hole >= 0)
            m_document.done_up_to(id_of(m_document.job(), m_document.plan().holes[static_cast<std::size_t>(hole)]));
        return true;
    }
    return QWidget::eventFilter(watched, event);
}

} // namespace clockface::app

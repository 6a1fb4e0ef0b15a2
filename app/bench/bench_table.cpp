#include "bench/bench_table.h"

#include <QHeaderView>

namespace clockface::app {

QTableWidget* bench_table(const QString& name, const QString& spoken) {
    auto* made = new QTableWidget;
    made->setObjectName(name);
    made->setAccessibleName(spoken);
    made->setEditTriggers(QAbstractItemView::NoEditTriggers);
    made->setSelectionBehavior(QAbstractItemView::SelectRows);
    made->setSelectionMode(QAbstractItemView::SingleSelection);
    made->setShowGrid(false);
    made->setTabKeyNavigation(false);
    made->verticalHeader()->setMinimumSectionSize(34); // a finger finds it
    made->verticalHeader()->setDefaultSectionSize(34);
    made->verticalHeader()->setSectionsClickable(false);
    made->horizontalHeader()->setSectionsClickable(false);
    made->horizontalHeader()->setSectionResizeMode(QHeaderView::Stretch);
    return made;
}

QString style_of_tables(const Look& look) {
    return QStringLiteral(R"(
        QTableWidget { background: %1; color: %2; border: none; selection-background-color: %3; selection-color: %2; }
        QTableWidget:focus { border: 2px solid %4; }
        QHeaderView { background: %1; border: none; }
        QScrollBar:vertical { background: %1; width: 16px; }
        QScrollBar::handle:vertical { background: %3; min-height: 40px; border-radius: 6px; }
        QScrollBar::add-line:vertical, QScrollBar::sub-line:vertical { height: 0; }
        QHeaderView::section { background: %1; color: %5; border: none; padding: 4px; font-size: 12pt; }
        QTableCornerButton::section { background: %1; border: none; }
    )")
        .arg(look.air.name(), look.bench_text.name(), look.board.name(), look.brass_on_dark.name(),
             look.bench_quiet.name());
}

} // namespace clockface::app

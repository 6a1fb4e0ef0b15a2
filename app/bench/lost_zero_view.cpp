#include "bench/lost_zero_view.h"

#include "bench/bench_table.h"
#include "look/plain_text.h"
#include "look/words.h"
#include "measure/figures.h"
#include "measure/shop_number.h"
#include "simulate/allowed.h"
#include "words/say.h"

#include <QComboBox>
#include <QHBoxLayout>
#include <QKeyEvent>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QTableWidget>
#include <QVBoxLayout>
#include <algorithm>

namespace clockface::app {

namespace {

constexpr int knuckle_high = 48;
constexpr int most_rows = 6;

} // namespace

LostZeroView::LostZeroView(Document& document, QWidget* parent)
    : QWidget(parent)
    , m_document(document) {
    setObjectName(QStringLiteral("lostZero"));
    m_title = plain_label();
    m_title->setObjectName(QStringLiteral("lostZeroTitle"));
    m_title->setWordWrap(true);
    m_rows_place = new QVBoxLayout;
    m_rows_place->setSpacing(8);
    m_result = plain_label();
    m_result->setObjectName(QStringLiteral("lostZeroResult"));
    m_result->setWordWrap(true);
    m_places = bench_table(QStringLiteral("lostZeroPlaces"),
                           tr("the places that are left, as they lie now, and what each is known within"));
    m_places->setSelectionMode(QAbstractItemView::NoSelection);
    m_places->setFocusPolicy(Qt::NoFocus);
    QSizePolicy keeps = m_places->sizePolicy(); // what stands above it stays where it is
    keeps.setRetainSizeWhenHidden(true);
    m_places->setSizePolicy(keeps);
    m_more = new QPushButton(tr("One touch more"));
    m_more->setObjectName(QStringLiteral("lostZeroMore"));
    m_take = new QPushButton(tr("Go on with these places"));
    m_take->setObjectName(QStringLiteral("lostZeroTake"));
    for (QPushButton* each : {m_more, m_take})
        each->setMinimumHeight(knuckle_high);
    connect(m_more, &QPushButton::clicked, this, [this] {
        add_row();
        m_rows.back().what->setFocus();
    });
    connect(m_take, &QPushButton::clicked, this, [this] {
        if (!m_found)
            return;
        m_document.find_zero_again(*m_found);
        emit leave_wanted();
    });
    auto* acts = new QHBoxLayout;
    acts->addWidget(m_take, 3);
    acts->addWidget(m_more, 1);
    auto* all = new QVBoxLayout(this);
    all->setContentsMargins(0, 0, 0, 0);
    all->setSpacing(12);
    all->addWidget(m_title);
    all->addLayout(m_rows_place);
    all->addWidget(m_result);
    all->addWidget(m_places, 1);
    all->addLayout(acts);
    set_look(Look::day());
}

Unit LostZeroView::unit() const {
    return unit_of(m_document.plan().machine);
}

void LostZeroView::set_look(const Look& look) {
    m_look = &look;
    setStyleSheet(style_of_tables(look) + QStringLiteral(R"(
        QComboBox, QLineEdit { color: %2; background: %1; border: 1px solid %5; border-radius: 6px; padding: 8px; font-size: 14pt; min-height: 28px; }
        QComboBox:focus, QLineEdit:focus { border: 2px solid %4; }
        QComboBox QAbstractItemView { color: %2; background: %1; selection-background-color: %3; selection-color: %2; }
        QTableWidget { font-size: 13pt; }
        QPushButton#lostZeroTake { color: #10152E; background: %4; border-color: %4; font-weight: bold; }
        QPushButton#lostZeroTake:disabled { color: %5; background: transparent; border-color: #39406A; }
    )")
                                              .arg(look.air.name(), look.bench_text.name(), look.board.name(),
                                                   look.brass_on_dark.name(), look.bench_quiet.name()));
}

void LostZeroView::showEvent(QShowEvent* event) {
    m_touchables = touchables(m_document.job(), m_document.shop(), m_document.plan(), m_document.piece());
    const bool readout = std::holds_alternative<Readout>(m_document.plan().machine.kind);
    m_title->setText(
        readout ? tr("Zero is lost? Touch two things that are made already, far apart: stand over each as precisely as "
                     "you can, last moving the usual way, locks tight, and note what the readout shows. The places "
                     "that are left are then rewritten, for this piece only.")
                : tr("Zero is lost? Touch two things that are made already, far apart: turn to each, last moving the "
                     "usual way, and note how far the dials say it stands from zero: turns times lead, and the line. "
                     "Leave the dials as they are. The places that are left are then rewritten, for this piece only."));
    for (Row& each : m_rows)
        delete each.all;
    m_rows.clear();
    add_row();
    add_row();
    m_rows.front().x->setFocus();
    follow();
    QWidget::showEvent(event);
}

void LostZeroView::add_row() {
    const int number = static_cast<int>(m_rows.size()) + 1;
    Row row{};
    row.all = new QWidget;
    auto* line = new QHBoxLayout(row.all);
    line->setContentsMargins(0, 0, 0, 0);
    line->setSpacing(10);
    row.what = new QComboBox;
    row.what->setObjectName(QStringLiteral("touchWhat:%1").arg(number));
    row.what->setAccessibleName(tr("touch %1: what").arg(number));
    for (const Touchable& each : m_touchables)
        row.what->addItem(q(each.name));
    // The first two that are offered lie as far apart as there is.
    int offered = number == 1 ? 0 : static_cast<int>(m_touchables.size()) - 1;
    Length farthest;
    for (int i = 0; number == 2 && i < static_cast<int>(m_touchables.size()); ++i) {
        const ZeroTouch &first = m_touchables.front().touch, &each = m_touchables[static_cast<std::size_t>(i)].touch;
        if (each.what == TouchedAt::Place && distance(first.place, each.place) > farthest) {
            farthest = distance(first.place, each.place);
            offered = i;
        }
    }
    row.what->setCurrentIndex(offered);
    const auto figure = [&](const QString& axis) {
        auto* edit = new QLineEdit;
        edit->setObjectName(QStringLiteral("touch%1:%2").arg(axis).arg(number));
        edit->setAccessibleName(tr("touch %1: what %2 shows, in %3").arg(number).arg(axis, q(unit_word(unit()))));
        edit->setPlaceholderText(tr("%1, %2").arg(axis, q(unit_name(unit()))));
        connect(edit, &QLineEdit::textChanged, this, &LostZeroView::follow);
        return edit;
    };
    row.x = figure(QStringLiteral("X"));
    row.y = figure(QStringLiteral("Y"));
    row.now = new QPushButton(tr("As it shows now"));
    row.now->setObjectName(QStringLiteral("touchNow:%1").arg(number));
    row.now->setAccessibleName(tr("touch %1: as the readout shows now").arg(number));
    row.now->setMinimumHeight(knuckle_high);
    row.now->setVisible(m_shown && m_shown());
    connect(row.now, &QPushButton::clicked, this, [this, row] {
        if (const auto shown = m_shown ? m_shown() : std::nullopt) {
            row.x->setText(q(with_unit(shown->x, unit())));
            row.y->setText(q(with_unit(shown->y, unit())));
        }
    });
    connect(row.what, &QComboBox::currentIndexChanged, this, &LostZeroView::follow);
    auto* number_label = plain_label(tr("Touch %1").arg(number));
    line->addWidget(number_label);
    line->addWidget(row.what, 2);
    line->addWidget(row.x, 1);
    line->addWidget(row.y, 1);
    line->addWidget(row.now);
    m_rows_place->addWidget(row.all);
    m_rows << row;
    m_more->setEnabled(m_rows.size() < most_rows);
}

void LostZeroView::follow() {
    m_found.reset();
    m_take->setEnabled(false);
    m_places->hide();
    const auto say_so = [&](const QString& words) { m_result->setText(words); };
    if (m_touchables.empty())
        return say_so(tr("Nothing is made yet that could be touched, and no edge finder is in the shop."));
    ZeroFoundAgain found{m_document.plan().setup, {}};
    for (int i = 0; i < m_rows.size(); ++i) {
        const Row& row = m_rows[i];
        const QString x = row.x->text().trimmed(), y = row.y->text().trimmed();
        if (x.isEmpty() && y.isEmpty())
            continue;
        if (x.isEmpty() || y.isEmpty())
            return say_so(tr("Touch %1 wants both figures, also where only an edge was touched: where along it does it "
                             "stand?")
                              .arg(i + 1));
        const auto read_x = read_length(x.toStdString(), unit()), read_y = read_length(y.toStdString(), unit());
        if (!read_x || !read_y)
            return say_so(QStringLiteral("▲ ") +
                          tr("Touch %1: %2").arg(i + 1).arg(q((read_x ? read_y : read_x).error().sentence)));
        if (row.what->currentIndex() < 0)
            continue;
        ZeroTouch touch = m_touchables[static_cast<std::size_t>(row.what->currentIndex())].touch;
        touch.shown = from_drawn(m_document.job().datum, {read_x->value, read_y->value});
        found.touches.push_back(touch);
    }
    if (found.touches.empty())
        return say_so(tr("What is touched has to be made already: a hole, the bore, or an edge."));
    const std::vector<Point> left = places_left(m_document.job(), m_document.plan(), m_document.piece());
    const Result<Lie> lie = find_lie(found.touches, left);
    if (!lie)
        return say_so(QStringLiteral("▲ ") + q(lie.error().sentence));
    Length most;
    for (const Point& each : lie->left_over)
        most = std::max(most, distance({}, each));
    say_so(tr("%1 The touches agree within %2.").arg(q(in_words(*lie, unit())), q(thousandths(most, unit()))));
    m_found = std::move(found);
    m_take->setEnabled(true);
    show_places(*lie);
}

// What is gone to now, and how well it is known.
void LostZeroView::show_places(const Lie& lie) {
    const SetupPlan& plan = m_document.plan();
    const Job& job = m_document.job();
    const WorkDone done = work_done(m_document.piece());
    const std::vector<Allowed> allowed = allowed_of(job, plan.holes, plan.estimates);
    m_places->setColumnCount(5);
    m_places->setHorizontalHeaderLabels(
        {tr("X now"), tr("Y now"), tr("X within"), tr("Y within"), tr("in all within")});
    m_places->setRowCount(0);
    for (std::size_t i = 0; i < plan.holes.size(); ++i) {
        if (done.spoiled.contains(id_of(job, plan.holes[i])) || lacking(job, plan, static_cast<int>(i), done).empty())
            continue;
        const int row = m_places->rowCount();
        m_places->insertRow(row);
        const Point now = as_drawn(job.datum, lie.place(plan.holes[i].at));
        const PlaceError error = lie.error_at(plan.holes[i].at);
        const bool too_rough = error.x > allowed[i].x || error.y > allowed[i].y;
        m_places->setVerticalHeaderItem(
            row, new QTableWidgetItem(
                     too_rough ? tr("▲ %1, allowed %2").arg(q(plan.holes[i].name), q(in_words(allowed[i], unit())))
                               : q(plan.holes[i].name)));
        const std::array<std::string, 5> cells = {column_figure(now.x, unit()), column_figure(now.y, unit()),
                                                  thousandths(error.x, unit()), thousandths(error.y, unit()),
                                                  thousandths(error.away, unit())};
        for (std::size_t k = 0; k < cells.size(); ++k) {
            auto* cell = new QTableWidgetItem(q(cells[k]));
            cell->setTextAlignment(Qt::AlignCenter);
            if (too_rough && k >= 2)
                cell->setForeground(m_look->stop_on_dark);
            m_places->setItem(row, static_cast<int>(k), cell);
        }
    }
    m_places->show();
}

void LostZeroView::keyPressEvent(QKeyEvent* event) {
    if (event->key() == Qt::Key_Escape)
        return emit leave_wanted();
    if ((event->key() == Qt::Key_Return || event->key() == Qt::Key_Enter) && m_take->isEnabled() &&
        !qobject_cast<QPushButton*>(focusWidget()))
        return m_take->click();
    QWidget::keyPressEvent(event);
}

} // namespace clockface::app

#include "bench/bench_view.h"

#include "look/plain_text.h"
#include "look/words.h"
#include "measure/figures.h"
#include "ordering/wording.h"

#include <QHBoxLayout>
#include <QKeyEvent>
#include <QLabel>
#include <QPainter>
#include <QPushButton>
#include <QVBoxLayout>
#include <algorithm>

namespace clockface::app {

namespace {

constexpr int knuckle = 64; // pixels: a target that a knuckle finds
constexpr int most_segments = 120;

QLabel* label(const QString& name) {
    auto* made = plain_label();
    made->setObjectName(name);
    made->setWordWrap(true);
    return made;
}

} // namespace

void ProgressStrip::set_look(const Look& look) {
    m_look = &look;
    update();
}

void ProgressStrip::show_progress(int done, int all) {
    m_done = done;
    m_all = all;
    setAccessibleName(tr("%1 of %2 moves done").arg(done).arg(all));
    update();
}

void ProgressStrip::paintEvent(QPaintEvent*) {
    if (m_all <= 0)
        return;
    QPainter painter(this);
    const int segments = std::min(m_all, most_segments);
    const double step = static_cast<double>(width()) / segments;
    for (int i = 0; i < segments; ++i) {
        const int move = i * m_all / segments;
        const int after = (i + 1) * m_all / segments;
        const QColor colour = after <= m_done  ? m_look->good_on_dark
                              : move <= m_done ? m_look->brass_on_dark
                                               : m_look->board;
        painter.fillRect(QRectF(i * step, 0, std::max(1.0, step - 3.0), height()), colour);
    }
}

BenchView::BenchView(Document& document, QWidget* parent)
    : QWidget(parent)
    , m_document(document) {
    setObjectName(QStringLiteral("bench"));
    setAccessibleName(tr("Bench: the next move"));
    setFocusPolicy(Qt::StrongFocus);
    m_title = label(QStringLiteral("benchTitle"));
    m_where = label(QStringLiteral("benchWhere"));
    m_where->setWordWrap(false);
    auto* leave = label(QStringLiteral("benchLeave"));
    leave->setText(tr("Esc leaves the Bench, your place is kept"));
    leave->setWordWrap(false);
    m_title->setWordWrap(false);
    m_progress = new ProgressStrip;
    m_progress->setFixedHeight(9);
    m_picture = new DevicePicture(document);
    m_heading = label(QStringLiteral("benchHeading"));
    m_figures = new BigFigures;
    m_direction = label(QStringLiteral("benchDirection"));
    m_note = label(QStringLiteral("benchNote"));
    m_next_moves = label(QStringLiteral("benchNext"));
    m_why = label(QStringLiteral("benchWhy"));
    m_safety = label(QStringLiteral("benchSafety"));
    m_safety->setText(tr("Chuck key out. Eyes covered. Brush, not fingers. The machine maker's manual, the shop's "
                         "rules and a trained person come before this list."));

    const auto button = [this](const QString& name, const QString& text, const QString& spoken,
                               void (BenchView::*act)()) {
        auto* made = new QPushButton(text);
        made->setObjectName(name);
        made->setAccessibleName(spoken);
        made->setFocusPolicy(Qt::NoFocus); // Space always means done, whatever was pressed last
        made->setMinimumSize(knuckle, knuckle);
        connect(made, &QPushButton::clicked, this, act);
        return made;
    };
    m_done = button(QStringLiteral("benchDone"), tr("Done   (Space)"), tr("done, next move"), &BenchView::next);
    m_back = button(QStringLiteral("benchBack"), tr("Back"), tr("back one move, Backspace"), &BenchView::back);
    m_why_button = button(QStringLiteral("benchWhyButton"), tr("Why?"), tr("what and why, H"), &BenchView::toggle_why);
    m_again =
        button(QStringLiteral("benchAgain"), tr("Begin again"), tr("begin the list again"), &BenchView::begin_again);
    set_tip(m_back, tr("Back one move (Backspace)"));
    set_tip(m_why_button, tr("What and why (H)"));
    set_tip(m_again, tr("Begin the list again (Home)"));

    auto* top = new QHBoxLayout;
    top->addWidget(m_title);
    top->addSpacing(14);
    top->addWidget(m_where);
    top->addStretch();
    top->addWidget(leave);
    auto* acts = new QHBoxLayout;
    acts->setSpacing(8);
    acts->addWidget(m_done, 4);
    acts->addWidget(m_back, 1);
    acts->addWidget(m_why_button, 1);
    acts->addWidget(m_again, 1);
    auto* right = new QVBoxLayout;
    right->setSpacing(9);
    right->addStretch(1);
    right->addWidget(m_heading);
    right->addWidget(m_figures);
    right->addWidget(m_direction);
    right->addWidget(m_note);
    right->addWidget(m_why);
    right->addWidget(m_next_moves);
    right->addStretch(2);
    right->addLayout(acts);
    auto* middle = new QHBoxLayout;
    middle->setSpacing(30);
    middle->addWidget(m_picture, 46);
    middle->addLayout(right, 54);
    auto* all = new QVBoxLayout(this);
    all->setContentsMargins(32, 20, 32, 16);
    all->setSpacing(14);
    all->addLayout(top);
    all->addWidget(m_progress);
    all->addLayout(middle, 1);
    all->addWidget(m_safety);
    connect(&document, &Document::changed, this, [this] {
        if (isVisible())
            refresh();
    });
    set_look(Look::day());
}

void BenchView::set_look(const Look& look) {
    m_look = &look;
    m_progress->set_look(look);
    m_picture->set_look(look);
    m_figures->set_look(look);
    setStyleSheet(QStringLiteral(R"(
        QLabel { color: %1; font-size: 14pt; background: transparent; }
        QLabel#benchTitle { font-size: 15pt; font-weight: bold; }
        QLabel#benchWhere, QLabel#benchLeave, QLabel#benchSafety { color: %2; font-size: 11pt; }
        QLabel#benchHeading { font-size: 22pt; }
        QLabel#benchDirection { font-size: 18pt; }
        QLabel#benchNote { color: %5; background: %4; border: 1px solid %3; border-radius: 6px; padding: 10px 14px; font-size: 13pt; }
        QLabel#benchNext { color: %2; font-size: 13pt; }
        QLabel#benchWhy { color: %1; background: %6; border-radius: 6px; padding: 10px 14px; font-size: 12pt; }
        QPushButton { color: %1; background: transparent; border: 2px solid %2; border-radius: 8px; font-size: 13pt; padding: 6px; }
        QPushButton:hover { border-color: %3; }
        QPushButton:disabled { color: #5D6895; border-color: #39406A; }
        QPushButton#benchDone { color: #10152E; background: %3; border-color: %3; font-size: 18pt; font-weight: bold; }
    )")
                      .arg(look.bench_text.name(), look.bench_quiet.name(), look.brass_on_dark.name(),
                           look.bench_note.name(), look.bench_note_text.name(), look.air.name()));
    update();
}

void BenchView::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.fillRect(rect(), m_look->bench);
}

void BenchView::showEvent(QShowEvent* event) {
    refresh();
    setFocus();
    QWidget::showEvent(event);
}

void BenchView::resizeEvent(QResizeEvent* event) {
    if (isVisible())
        refresh();
    QWidget::resizeEvent(event);
}

void BenchView::next() {
    const int all = static_cast<int>(m_document.plan().route.list.size());
    if (m_document.done() < all)
        m_document.set_done(m_document.done() + 1);
}

void BenchView::back() {
    if (m_document.done() > 0)
        m_document.set_done(m_document.done() - 1);
}

void BenchView::begin_again() {
    m_document.set_done(0);
}

void BenchView::toggle_why() {
    m_why_shown = !m_why_shown;
    refresh();
}

void BenchView::keyPressEvent(QKeyEvent* event) {
    switch (event->key()) {
    case Qt::Key_Space:
        if (!event->isAutoRepeat()) // a leaning elbow must not run through the list
            next();
        return;
    case Qt::Key_Backspace:
        if (!event->isAutoRepeat())
            back();
        return;
    case Qt::Key_H:
        return toggle_why();
    case Qt::Key_Home:
        return begin_again();
    case Qt::Key_Escape:
        emit leave_wanted();
        return;
    default:
        QWidget::keyPressEvent(event);
    }
}

QString BenchView::place_in_list(int step) const {
    const Plan& plan = m_document.plan();
    const int hole = plan.route.list[static_cast<std::size_t>(step)].hole;
    QString where = tr("%1 · move %2 of %3").arg(q(plan.machine.name)).arg(step + 1).arg(plan.route.list.size());
    if (hole >= 0) {
        const auto at = std::find(plan.route.order.begin(), plan.route.order.end(), hole) - plan.route.order.begin();
        where += tr(" · hole %1, %2 of %3")
                     .arg(q(plan.holes[static_cast<std::size_t>(hole)].name))
                     .arg(at + 1)
                     .arg(plan.route.order.size());
    }
    return where;
}

QString BenchView::next_moves(int step) const {
    const Plan& plan = m_document.plan();
    QString text;
    for (int i = step + 1;
         i <= step + (window()->height() < low_window ? 1 : 3) && i < static_cast<int>(plan.route.list.size()); ++i)
        text += tr("%1  %2\n")
                    .arg(i == step + 1 ? tr("next") : tr("then"),
                         q(in_words(plan.route.list[static_cast<std::size_t>(i)], words_for(m_document.job(), plan))
                               .sentence));
    return text.trimmed();
}

void BenchView::show_finished() {
    const bool empty = m_document.plan().route.list.empty();
    m_where->setText(q(m_document.plan().machine.name));
    m_picture->hide();
    m_heading->setText(empty ? tr("There is nothing to do yet") : tr("The last move is done"));
    m_figures->show_figures({{"", std::to_string(m_document.plan().route.order.size()), "holes", true}});
    m_direction->setText(empty ? tr("Place holes under Holes, then come back.")
                               : tr("Deburr both sides, wipe, and measure before the work is unclamped."));
    m_note->hide();
    m_why->hide();
    m_next_moves->clear();
}

void BenchView::refresh() {
    const Plan& plan = m_document.plan();
    const int all = static_cast<int>(plan.route.list.size());
    const int step = m_document.done();
    m_title->setText(q(m_document.job().title));
    m_progress->show_progress(step, all);
    m_back->setEnabled(step > 0);
    m_done->setEnabled(step < all);
    // Beginning again is only offered when the list and the place in it no longer agree, or at the end.
    const auto progress = m_document.job().progress.find(progress_name(m_document.job(), plan.machine.name));
    const bool stale = progress != m_document.job().progress.end() && progress->second.list != plan.fingerprint;
    m_again->setVisible(stale || (all > 0 && step == all));
    m_why_button->setEnabled(step < all);
    if (step >= all)
        return show_finished();
    m_picture->show();
    const Wording words = in_words(plan.route.list[static_cast<std::size_t>(step)], words_for(m_document.job(), plan));
    m_where->setText(place_in_list(step));
    m_picture->show_move(step);
    m_heading->setText(q(words.heading));
    m_figures->show_figures(words.figures);
    m_direction->setText(q(words.direction));
    QString note = q(words.note);
    if (stale)
        note = tr("The list has changed since %1 of its moves were done. Find zero again and begin here, or leave and "
                  "undo the change.")
                   .arg(progress->second.done);
    m_note->setText(note);
    m_note->setVisible(!note.isEmpty());
    m_why->setText(tr("Why? %1").arg(q(words.why)));
    m_why->setVisible(m_why_shown);
    m_next_moves->setText(next_moves(step));
    m_next_moves->setVisible(!m_why_shown); // the reason takes its room
}

} // namespace clockface::app

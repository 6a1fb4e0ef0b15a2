#include "bench/bench_view.h"

#include "bench/expected.h"
#include "look/plain_text.h"
#include "look/words.h"
#include "measure/figures.h"
#include "measure/limits.h"
#include "ordering/wording.h"
#include "ordering/zero_wording.h"
#include "words/say.h"

#include <QHBoxLayout>
#include <QKeyEvent>
#include <QLabel>
#include <QLineEdit>
#include <QMenu>
#include <QPainter>
#include <QPushButton>
#include <QVBoxLayout>
#include <algorithm>
#include <cmath>
#include <set>

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
        QColor colour = m_look->board;
        if (after <= m_done)
            colour = m_look->good_on_dark;
        else if (move <= m_done)
            colour = m_look->brass_on_dark;
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
        made->setMinimumHeight(knuckle);
        connect(made, &QPushButton::clicked, this, act);
        return made;
    };
    m_done = button(QStringLiteral("benchDone"), tr("Done   (Space)"), tr("done, next move"), &BenchView::next);
    m_back = button(QStringLiteral("benchBack"), tr("Back"), tr("back one move, Backspace"), &BenchView::back);
    m_why_button = button(QStringLiteral("benchWhyButton"), tr("Why?"), tr("what and why, H"), &BenchView::toggle_why);
    m_again =
        button(QStringLiteral("benchAgain"), tr("Begin again"), tr("begin this set-up again"), &BenchView::begin_again);
    m_more = button(QStringLiteral("benchMore"), tr("More…"), tr("another hole, piece or set-up, a note"),
                    &BenchView::show_more);
    set_tip(m_more, tr("Another hole, piece or set-up, a note (M)"));
    m_note_line = new QLineEdit;
    m_note_line->setObjectName(QStringLiteral("benchNoteLine"));
    m_note_line->hide();
    connect(m_note_line, &QLineEdit::returnPressed, this, &BenchView::keep_line);
    set_tip(m_back, tr("Back one move (Backspace)"));
    set_tip(m_why_button, tr("What and why (H)"));
    set_tip(m_again, tr("Begin this set-up again (Home)"));

    auto* top = new QHBoxLayout;
    top->addWidget(m_title);
    top->addSpacing(14);
    top->addWidget(m_where, 1);
    top->addWidget(leave);
    auto* acts = new QHBoxLayout;
    acts->setSpacing(8);
    acts->addWidget(m_done, 4);
    acts->addWidget(m_back, 1);
    acts->addWidget(m_why_button, 1);
    acts->addWidget(m_again, 1);
    acts->addWidget(m_more, 1);
    auto* right = new QVBoxLayout;
    right->setSpacing(9);
    right->addStretch(1);
    right->addWidget(m_heading);
    right->addWidget(m_figures);
    right->addWidget(m_direction);
    right->addWidget(m_note);
    right->addWidget(m_why);
    right->addWidget(m_next_moves);
    right->addWidget(m_note_line);
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
        QLineEdit#benchNoteLine { color: %1; background: %6; border: 1px solid %3; border-radius: 6px; padding: 8px; font-size: 13pt; }
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
    if (!m_document.bench().finished())
        return m_document.next_done(m_before);
    if (m_document.whole_plan().holes() == 0)
        return; // there is nothing to do yet
    if (const auto setup = m_document.next_setup())
        m_document.go_to_setup(*setup);
    else if (const int piece = next_piece(); piece > 0) {
        m_document.choose_piece(piece);
        m_document.go_to_setup(m_document.job().setups.front().id);
    }
}

void BenchView::back() {
    m_document.last_back();
}

void BenchView::begin_again() {
    if (m_document.bench().finished())
        m_document.begin_again();
    else if (!m_document.bench().broken_off && m_document.bench().next > 0)
        m_document.jump_to(std::nullopt);
}

int BenchView::next_piece() const {
    const Job& job = m_document.job();
    const int next = m_document.piece().number + 1;
    return next <= job.pieces ? next : 0;
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
    case Qt::Key_M:
    case Qt::Key_Menu:
        return show_more();
    case Qt::Key_N:
        return begin_line(LineFor::Note);
    case Qt::Key_B:
        return begin_line(LineFor::ShownBefore);
    case Qt::Key_Escape:
        if (m_note_line->isVisible()) {
            m_note_line->hide();
            return setFocus();
        }
        emit leave_wanted();
        return;
    default:
        QWidget::keyPressEvent(event);
    }
}

Instruction BenchView::instruction(const Task& task) const {
    Instruction move = m_document.bench().list.list[static_cast<std::size_t>(task.move)];
    if (auto* hand = std::get_if<WorkByHand>(&move.action))
        hand->holes = {task.hole};
    return move;
}

Wording BenchView::wording(const Task& task) const {
    return in_words(instruction(task), words_for(m_document.job(), m_document.plan()));
}

// Which piece and which set-up; nothing where there is one of each.
QString BenchView::setup_line() const {
    const Job& job = m_document.job();
    QStringList parts;
    if (job.pieces > 1)
        parts << tr("piece %1 of %2").arg(q(in_words(m_document.piece()))).arg(job.pieces);
    if (job.setups.size() > 1) {
        const Setup& here = at_hand(job);
        parts << tr("set-up %1 of %2: %3")
                     .arg(setup_index(job, here.id) + 1)
                     .arg(job.setups.size())
                     .arg(q(in_words(job, here)));
    }
    return parts.join(QStringLiteral(" · "));
}

QString BenchView::place_in_list() const {
    const SetupPlan& plan = m_document.plan();
    const BenchState& bench = m_document.bench();
    QStringList parts;
    if (const QString setup = setup_line(); !setup.isEmpty())
        parts << setup;
    parts << q(plan.machine.name);
    if (const Task* task = bench.now()) {
        parts << tr("move %1 of %2").arg(bench.next + 1).arg(bench.tasks.size());
        if (task->hole >= 0) {
            const auto& order = bench.list.order.empty() ? plan.route.order : bench.list.order;
            const auto at = std::find(order.begin(), order.end(), task->hole);
            const QString name = q(plan.holes[static_cast<std::size_t>(task->hole)].name);
            parts << (at == order.end()
                          ? tr("hole %1").arg(name)
                          : tr("hole %1, %2 of %3").arg(name).arg(at - order.begin() + 1).arg(order.size()));
        }
    }
    return parts.join(QStringLiteral(" · "));
}

QString BenchView::next_moves(int shown) const {
    const BenchState& bench = m_document.bench();
    QString text;
    for (int i = bench.next + 1; i <= bench.next + shown && i < static_cast<int>(bench.tasks.size()); ++i)
        text += tr("%1  %2\n")
                    .arg(i == bench.next + 1 ? tr("next") : tr("then"),
                         q(wording(bench.tasks[static_cast<std::size_t>(i)]).sentence));
    return text.trimmed();
}

void BenchView::show_finished() {
    const Job& job = m_document.job();
    const bool empty = m_document.whole_plan().holes() == 0;
    m_where->setText(place_in_list());
    m_picture->hide();
    const auto setup = m_document.next_setup();
    if (empty)
        m_heading->setText(tr("There is nothing to do yet"));
    else
        m_heading->setText(setup ? tr("The last move of this set-up is done") : tr("The last move is done"));
    m_figures->show_figures({{"", std::to_string(m_document.plan().route.order.size()),
                              say("{n:hole|holes}", {{"n", m_document.plan().route.order.size()}}), true}});
    m_direction->setText(empty ? tr("Place holes under Holes, then come back.")
                               : tr("Deburr both sides, wipe, and measure before the work is unclamped."));
    m_note->hide();
    m_why->hide();
    m_next_moves->clear();
    if (setup) {
        const Setup& next = *find_setup(job, *setup);
        m_done->setText(tr("On to %1   (Space)").arg(q(in_words(job, next))));
        m_next_moves->setText(tr("next  %1, on %2: take the work out and lay it anew with that face up.")
                                  .arg(q(in_words(job, next)), q(m_document.whole_plan().of(*setup).machine.name)));
        m_next_moves->show();
    } else if (const int piece = next_piece(); piece > 0 && !empty) {
        m_done->setText(tr("Piece %1   (Space)").arg(piece));
    }
    m_done->setEnabled(!empty && (setup || next_piece() > 0));
}

// How far from its figure a readout may stand, in whole steps of its display.
QString BenchView::near_enough(const Task& task) const {
    const auto show = expected_show(m_document.job(), m_document.plan(), instruction(task));
    if (!show)
        return {};
    const Unit unit = unit_of(m_document.plan().machine);
    const Length step = std::get<Readout>(m_document.plan().machine.kind).resolution;
    const auto whole = [&](Length off) { return q(with_unit(step * std::floor(off / step), unit)); };
    return tr(" Near enough for this hole: within %1 in X and %2 in Y.").arg(whole(show->off_x), whole(show->off_y));
}

void BenchView::refresh() {
    const BenchState& bench = m_document.bench();
    const int all = static_cast<int>(bench.tasks.size());
    m_title->setText(q(m_document.job().title));
    m_progress->show_progress(bench.next, all);
    m_back->setEnabled(bench.next > 0 || (bench.from_zero && !bench.broken_off));
    m_done->setText(tr("Done   (Space)"));
    m_done->setEnabled(!bench.finished());
    m_again->setVisible(bench.finished() && all > 0);
    m_why_button->setEnabled(!bench.finished());
    if (bench.finished())
        return show_finished();
    m_picture->show();
    const Task& task = *bench.now();
    if (m_before_of != task.deed) // it was noted of another
        m_before = {};
    const Wording words = wording(task);
    m_where->setText(place_in_list());
    m_picture->show_move(instruction(task));
    m_heading->setText(q(words.heading));
    m_figures->show_figures(words.figures);
    m_direction->setText(q(words.direction));
    QString note = q(words.note);
    if (bench.broken_off)
        note = tr(
            "The list has changed, or the work was elsewhere meanwhile. Nothing that is done is lost: this is what is "
            "left, and it begins with finding zero again.");
    for (const AxisSet& each : sets_now())
        if (each.before)
            note =
                tr("%1 shows %2 before it is set. %3")
                    .arg(q(axis_name(each.axis)), q(with_unit(*each.before, unit_of(m_document.plan().machine))), note);
    m_note->setText(note);
    m_note->setVisible(!note.isEmpty());
    m_why->setText(tr("Why? %1").arg(q(words.why)) + near_enough(task));
    m_why->setVisible(m_why_shown);
    // As many as there is room for: one cut off half way would be read wrong.
    for (int shown = window()->height() < low_window ? 1 : 3; shown > 0; --shown) {
        m_next_moves->setText(next_moves(shown));
        layout()->activate();
        if (m_next_moves->heightForWidth(m_next_moves->width()) <= m_next_moves->height())
            break;
    }
    m_next_moves->setVisible(!m_why_shown); // the reason takes its room
}

void BenchView::add_holes(QMenu& menu) {
    const SetupPlan& plan = m_document.plan();
    const Job& job = m_document.job();
    const std::vector<HoleState> states = states_of(job, plan, m_document.piece());
    QMenu* jump = menu.addMenu(tr("&Go to a hole"));
    jump->setObjectName(QStringLiteral("benchHoles"));
    for (std::size_t i = 0; i < plan.holes.size(); ++i) {
        const HoleId hole = id_of(job, plan.holes[i]);
        QAction* act = jump->addAction(tr("%1: %2").arg(q(plan.holes[i].name), q(in_words(states[i]))));
        connect(act, &QAction::triggered, this, [this, hole] { m_document.jump_to(hole); });
    }
    jump->setEnabled(!plan.holes.empty());
    const Task* task = m_document.bench().now();
    if (!task || task->hole < 0)
        return;
    const Hole& hole = plan.holes[static_cast<std::size_t>(task->hole)];
    const HoleId id = id_of(job, hole);
    connect(menu.addAction(tr("%1 is &spoiled, leave it").arg(q(hole.name))), &QAction::triggered, this,
            [this, id] { m_document.spoil(id); });
}

void BenchView::fill_more(QMenu& menu) {
    const Job& job = m_document.job();
    add_holes(menu);
    QAction* zero = menu.addAction(tr("From &zero again, with what is left (Home)"));
    zero->setEnabled(!m_document.bench().finished() && m_document.bench().next > 0);
    connect(zero, &QAction::triggered, this, &BenchView::begin_again);
    QAction* before = menu.addAction(tr("What the readout shows &before it is set… (B)"));
    before->setEnabled(!sets_now().empty());
    connect(before, &QAction::triggered, this, [this] { begin_line(LineFor::ShownBefore); });
    connect(menu.addAction(tr("&Note on this piece…")), &QAction::triggered, this,
            [this] { begin_line(LineFor::Note); });
    connect(menu.addAction(tr("&Mark of this piece…")), &QAction::triggered, this,
            [this] { begin_line(LineFor::Mark); });
    if (job.setups.size() > 1) {
        QMenu* setups = menu.addMenu(tr("Set-&up"));
        for (const Setup& each : job.setups) {
            QAction* act = setups->addAction(button_text(
                tr("%1, on %2").arg(q(in_words(job, each)), q(m_document.whole_plan().of(each.id).machine.name))));
            act->setCheckable(true);
            act->setChecked(each.id == at_hand(job).id);
            connect(act, &QAction::triggered, this, [this, id = each.id] { m_document.go_to_setup(id); });
        }
    }
    if (job.pieces > 1) {
        QMenu* pieces = menu.addMenu(tr("&Piece"));
        std::set<int> numbers{m_document.piece().number};
        for (const Piece& each : job.begun)
            numbers.insert(each.number);
        // A job may want thousands: those that are begun, and the next one.
        for (int i = 1; i <= job.pieces; ++i)
            if (numbers.insert(i).second)
                break;
        for (const int number : numbers) {
            const auto begun = std::find_if(job.begun.begin(), job.begun.end(),
                                            [&](const Piece& each) { return each.number == number; });
            const QString name = begun == job.begun.end() ? tr("%1, not begun").arg(number) : q(in_words(*begun));
            QAction* act = pieces->addAction(button_text(name));
            act->setCheckable(true);
            act->setChecked(number == m_document.piece().number);
            connect(act, &QAction::triggered, this, [this, number] { m_document.choose_piece(number); });
        }
    }
}

void BenchView::show_more() {
    auto* menu = new QMenu(this);
    menu->setObjectName(QStringLiteral("benchMenu"));
    menu->setAttribute(Qt::WA_DeleteOnClose);
    fill_more(*menu);
    menu->popup(m_more->mapToGlobal(QPoint(0, -menu->sizeHint().height())));
}

} // namespace clockface::app

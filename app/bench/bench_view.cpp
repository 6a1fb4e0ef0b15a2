#include "bench/bench_view.h"

#include "bench/saved_plan.h"
#include "bench/turns.h"
#include "look/plain_text.h"
#include "look/words.h"
#include "measure/figures.h"
#include "measure/limits.h"
#include "ordering/wording.h"
#include "ordering/zero_wording.h"
#include "widgets/sum_check.h"
#include "words/say.h"

#include <QDateTime>
#include <QHBoxLayout>
#include <QKeyEvent>
#include <QLabel>
#include <QLineEdit>
#include <QPainter>
#include <QPushButton>
#include <QVBoxLayout>
#include <algorithm>
#include <array>

namespace clockface::app {

namespace {

constexpr int knuckle = 64; // pixels: a target that a knuckle finds
// Of the window's height, the largest first.
constexpr std::array shares_of_figures = {0.34, 0.33, 0.3, 0.26, 0.22, 0.18, 0.14};

QLabel* label(const QString& name) {
    auto* made = plain_label();
    made->setObjectName(name);
    made->setWordWrap(true);
    return made;
}

} // namespace

BenchView::BenchView(Document& document, QWidget* parent)
    : QWidget(parent)
    , m_document(document)
    , m_batch(document)
    , m_live(document)
    , m_began(QDateTime::currentSecsSinceEpoch()) {
    setObjectName(QStringLiteral("bench"));
    setAccessibleName(tr("Bench: the next move"));
    setFocusPolicy(Qt::StrongFocus);
    m_title = label(QStringLiteral("benchTitle"));
    m_where = label(QStringLiteral("benchWhere"));
    auto* leave = label(QStringLiteral("benchLeave"));
    leave->setText(tr("Esc leaves the Bench, your place is kept"));
    leave->setWordWrap(false);
    m_title->setWordWrap(false);
    m_banner = label(QStringLiteral("benchBanner"));
    m_progress = new ProgressStrip;
    m_progress->setFixedHeight(9);
    m_picture = new DevicePicture;
    m_loading = new LoadingPicture;
    m_heading = label(QStringLiteral("benchHeading"));
    m_figures = new BigFigures;
    m_card = new CardStrip;
    m_live_strip = new LiveStrip;
    m_cools = new CoolDown;
    m_direction = label(QStringLiteral("benchDirection"));
    m_note = label(QStringLiteral("benchNote"));
    m_next_moves = label(QStringLiteral("benchNext"));
    m_why = label(QStringLiteral("benchWhy"));
    m_safety = label(QStringLiteral("benchSafety"));
    m_safety->setText(
        tr("Chuck key out. Eyes covered. Brush, not fingers. The maker's manual, shop rules and a trained "
           "person come first."));

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
    m_done = button(QStringLiteral("benchDone"), tr("Done   (Space)"), tr("done, next card"), &BenchView::tap_done);
    // At another place than the one that means done: a hand that taps without looking does not answer it.
    m_gate = button(QStringLiteral("benchGate"), {}, {}, &BenchView::answer_gate);
    m_back = button(QStringLiteral("benchBack"), tr("Back"), tr("back one card, Backspace"), &BenchView::back);
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
    set_tip(m_back, tr("Back one card (Backspace); one move only with the left arrow"));
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
    m_right = new QVBoxLayout;
    m_right->setSpacing(9);
    m_right->addStretch(1);
    m_right->addWidget(m_heading);
    m_right->addWidget(m_figures);
    m_right->addWidget(m_live_strip);
    m_right->addWidget(m_direction);
    m_right->addWidget(m_card);
    m_right->addWidget(m_cools);
    m_right->addWidget(m_note);
    m_right->addWidget(m_gate);
    m_right->addWidget(m_why);
    m_sum = new SumCheck;
    m_right->addWidget(m_sum);
    m_right->addWidget(m_next_moves);
    m_right->addWidget(m_note_line);
    m_right->addStretch(2);
    m_right->addLayout(acts);
    m_page = new QWidget;
    auto* middle = new QHBoxLayout(m_page);
    middle->setContentsMargins(0, 0, 0, 0);
    middle->setSpacing(30);
    middle->addWidget(m_picture, 46);
    middle->addWidget(m_loading, 46);
    middle->addLayout(m_right, 54);
    auto* all = new QVBoxLayout(this);
    all->setContentsMargins(32, 20, 32, 16);
    all->setSpacing(14);
    all->addLayout(top);
    all->addWidget(m_progress);
    all->addWidget(m_banner);
    all->addWidget(m_page, 1);
    all->addWidget(m_safety);
    m_flash.setSingleShot(true);
    connect(&m_flash, &QTimer::timeout, this, [this] { update(); });
    const auto follow = [this] {
        if (isVisible())
            refresh();
    };
    connect(&document, &Document::changed, this, follow);
    connect(&m_batch, &BatchBench::found, this, follow);
    connect(&m_live, &LiveBench::came, this, &BenchView::live_came);
    connect(&m_live, &LiveBench::there, this, &BenchView::move_on_by_itself);
    set_look(Look::day());
}

void BenchView::set_look(const Look& look) {
    m_look = &look;
    m_progress->set_look(look);
    m_picture->set_look(look);
    m_loading->set_look(look);
    m_figures->set_look(look);
    m_card->set_look(look);
    m_live_strip->set_look(look);
    if (m_lost_zero)
        m_lost_zero->set_look(look);
    if (m_overview)
        m_overview->set_look(look);
    setStyleSheet(QStringLiteral(R"(
        QLabel { color: %1; font-size: 14pt; background: transparent; }
        QLabel#benchTitle { font-size: 15pt; font-weight: bold; }
        QLabel#benchWhere, QLabel#benchLeave, QLabel#benchSafety { color: %2; font-size: 11pt; }
        QLabel#benchBanner { color: #10152E; background: %3; border-radius: 6px; padding: 8px 14px; font-size: 17pt; font-weight: bold; }
        QLabel#benchHeading { font-size: 22pt; }
        QLabel#benchDirection { font-size: 18pt; }
        QLabel#benchNote { color: %5; background: %4; border: 1px solid %3; border-radius: 6px; padding: 10px 14px; font-size: 13pt; }
        QLabel#benchCools { color: %3; font-size: 16pt; font-weight: bold; }
        QLabel#benchNext { color: %2; font-size: 13pt; }
        QToolButton#mySumOf { color: %1; background: transparent; border: none; border-bottom: 2px solid %3; font-size: 13pt; padding: 4px; }
        QLineEdit#mySum, QLineEdit#benchNoteLine { color: %1; background: %6; border: 1px solid %3; border-radius: 6px; padding: 8px; font-size: 13pt; }
        QLabel#benchWhy { color: %1; background: %6; border-radius: 6px; padding: 10px 14px; font-size: 12pt; }
        QPushButton { color: %1; background: transparent; border: 2px solid %2; border-radius: 8px; font-size: 13pt; padding: 6px; }
        QPushButton:hover { border-color: %3; }
        QPushButton:disabled { color: #5D6895; border-color: #39406A; }
        QPushButton#benchGate { color: %7; border: 3px solid %7; font-size: 18pt; font-weight: bold; }
        QPushButton#benchDone { color: #10152E; background: %3; border-color: %3; font-size: 18pt; font-weight: bold; }
        QPushButton#benchDone:disabled { color: %2; background: transparent; border-color: #39406A; }
    )")
                      .arg(look.bench_text.name(), look.bench_quiet.name(), look.brass_on_dark.name(),
                           look.bench_note.name(), look.bench_note_text.name(), look.air.name(),
                           look.stop_on_dark.name()));
    update();
}

void BenchView::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.fillRect(rect(), m_look->bench);
    constexpr int border = 8;
    if (m_flash.isActive()) {
        painter.setPen(QPen(m_look->good_on_dark, border));
        painter.drawRect(rect().adjusted(border / 2, border / 2, -border / 2, -border / 2));
    }
}

// Seen out of the corner of an eye: what was pressed has counted.
void BenchView::flash() {
    constexpr int long_enough = 350; // milliseconds
    m_flash.start(long_enough);
    update();
}

void BenchView::hideEvent(QHideEvent* event) {
    m_awake.end();
    m_live.stop();
    QWidget::hideEvent(event);
}

void BenchView::showEvent(QShowEvent* event) {
    m_awake.begin();
    refresh();
    setFocus();
    QWidget::showEvent(event);
}

void BenchView::resizeEvent(QResizeEvent* event) {
    if (isVisible())
        refresh();
    QWidget::resizeEvent(event);
}

void BenchView::back() {
    if (in_batch())
        m_batch.back();
    else
        m_document.card_back(size());
}

void BenchView::back_one_move() {
    if (in_batch())
        m_batch.back();
    else
        m_document.last_back();
}

void BenchView::begin_again() {
    const bool begun = !bench().broken_off && bench().next > 0;
    if (in_batch()) {
        if (begun)
            m_batch.from_zero();
    } else if (bench().finished()) {
        m_document.begin_again();
    } else if (begun) {
        m_document.jump_to(std::nullopt);
    }
}

int BenchView::next_piece() const {
    const Job& job = m_document.job();
    const int next = m_document.piece().number + 1;
    if (in_batch())
        return 0; // all are through
    return next <= job.pieces ? next : 0;
}

void BenchView::toggle_why() {
    m_why_shown = !m_why_shown;
    refresh();
}

void BenchView::keyPressEvent(QKeyEvent* event) {
    if (m_overview && m_overview->isVisible()) { // what is done unseen is not done
        if (event->key() == Qt::Key_Escape || event->key() == Qt::Key_W)
            show_where(false);
        return;
    }
    if (card_is_covered())
        return;
    if (m_teaching != TaughtKeys::Means::Nothing)
        return be_taught(*event);
    if (const auto means = m_taught.meaning_of(*event); means != TaughtKeys::Means::Nothing) {
        if (!event->isAutoRepeat() && m_taught.counts())
            means == TaughtKeys::Means::Done ? next() : back();
        return;
    }
    switch (event->key()) {
    case Qt::Key_Space:
        if (!event->isAutoRepeat()) // a leaning elbow must not run through the list
            next();
        return;
    case Qt::Key_Backspace:
        if (!event->isAutoRepeat())
            back();
        return;
    case Qt::Key_Right:
        if (!event->isAutoRepeat())
            next_move();
        return;
    case Qt::Key_Left:
        if (!event->isAutoRepeat())
            back_one_move();
        return;
    case Qt::Key_Down:
        return count_turns(1);
    case Qt::Key_Up:
        return count_turns(-1);
    case Qt::Key_C:
        return change_size();
    case Qt::Key_V:
        return m_spoken.again();
    case Qt::Key_H:
        return toggle_why();
    case Qt::Key_Home:
        return begin_again();
    case Qt::Key_W:
        return show_where(true);
    case Qt::Key_Z:
        return show_lost_zero(true);
    case Qt::Key_Q:
        return m_live.read_axes_so();
    case Qt::Key_M:
    case Qt::Key_Menu:
        return show_more();
    case Qt::Key_X:
        return begin_line(LineFor::Spoiled);
    case Qt::Key_D:
        return begin_line(LineFor::Later);
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
        break;
    }
    if (const auto asked = gate(); asked && event->key() == asked->key && !event->isAutoRepeat())
        return answer_gate();
    QWidget::keyPressEvent(event);
}

Instruction BenchView::instruction(const Task& task) const {
    Instruction move = bench().list.list[static_cast<std::size_t>(task.move)];
    if (auto* hand = std::get_if<WorkByHand>(&move.action))
        hand->holes = {task.hole};
    return move;
}

Wording BenchView::wording(const Task& task) const {
    return in_words(instruction(task), words_for(job(), plan()));
}

void BenchView::show_finished() {
    const Job& job = m_document.job();
    const bool empty = m_document.whole_plan().holes() == 0;
    m_where->setText(place_in_list());
    show_picture(nullptr);
    const auto setup = next_setup();
    m_figures->set_share(shares_of_figures.front());
    if (empty)
        m_heading->setText(tr("There is nothing to do yet"));
    else
        m_heading->setText(setup ? tr("The last move of this set-up is done") : tr("The last move is done"));
    m_figures->show_figures({{"", std::to_string(m_document.plan().route.order.size()),
                              say("{n:hole|holes}", {{"n", m_document.plan().route.order.size()}}), true}});
    if (in_batch())
        show_batch_finished();
    m_direction->show();
    m_direction->setText(
        empty        ? tr("Place holes under Holes, then come back.")
        : in_batch() ? tr("Measure the last ones as the first was measured, before the machine is set otherwise.")
                     : tr("Deburr both sides, wipe, and measure before the work is unclamped."));
    m_note->hide();
    m_why->hide();
    m_sum->hide();
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
    const std::optional<Gate> asked = gate();
    if (asked) {
        m_note->setText(q(asked->question));
        m_note->show();
    }
    show_gate(asked);
}

// Of all that is seen beside the picture. The layout itself would only know once it is laid out.
int BenchView::height_of_words(int width) const {
    int height = 0;
    for (int i = 0; i < m_right->count(); ++i) {
        QLayoutItem* item = m_right->itemAt(i);
        if (item->spacerItem() || (item->widget() && !item->widget()->isVisibleTo(m_page)))
            continue;
        const QWidget* widget = item->widget();
        height += (widget && widget->hasHeightForWidth()
                       ? widget->heightForWidth(width)
                       : std::max(item->minimumSize().height(), widget ? widget->minimumHeight() : 0)) +
                  m_right->spacing();
    }
    return height;
}

// The figures come first, then what comes next: one cut off half way would be read wrong. Where a reason or a question
// takes the room, nothing comes next.
void BenchView::make_room() {
    const bool alone = m_why_shown || m_gate->isVisibleTo(this);
    constexpr int most_cards = 3;
    const int most = in_batch() ? 1 : most_cards; // after a load the next
    std::array<QString, most_cards + 1> next;
    for (int shown = 1; shown <= most && !alone; ++shown)
        next[static_cast<std::size_t>(shown)] = next_moves(shown);
    layout()->activate(); // so that the widths are those of this window
    m_page->layout()->activate();
    for (const double share : shares_of_figures) {
        m_figures->set_share(share);
        for (int shown = alone ? 0 : most; shown >= 0; --shown) {
            m_next_moves->setText(next[static_cast<std::size_t>(shown)]);
            m_next_moves->setVisible(shown > 0);
            if (height_of_words(m_right->geometry().width()) <= m_page->height())
                return;
        }
    }
}

void BenchView::refresh() {
    m_batch.follow();
    m_title->setText(q(m_document.job().title));
    m_card->show_lines({}, 0);
    m_done->setText(tr("Done   (Space)"));
    m_why->setVisible(false);
    m_sum->hide();
    const QString banner = laid_otherwise();
    m_banner->setText(banner);
    m_banner->setVisible(!banner.isEmpty());
    if (looks_for_settings())
        return show_looking();
    const BenchState& now = bench();
    m_live.follow(job(), plan(), now);
    m_live_strip->show_live(m_live);
    const int all = static_cast<int>(now.tasks.size());
    if (in_batch())
        m_progress->show_progress(m_batch.state().loads - m_batch.state().loads_left, m_batch.state().loads);
    else
        m_progress->show_progress(now.next, all);
    m_back->setEnabled(now.next > 0 || (now.from_zero && !now.broken_off));
    m_done->setEnabled(!now.finished());
    m_again->setVisible(now.finished() && all > 0 && !in_batch());
    m_why_button->setEnabled(!now.finished());
    if (now.finished())
        return show_finished();
    if (load())
        return show_load();
    const Task& task = *now.now();
    if (m_before_of != task.deed) // it was noted of another
        m_before = {};
    if (m_turned_of != task.deed)
        m_turned = 0;
    const Wording words = counted(job(), plan(), instruction(task), m_turned);
    m_where->setText(place_in_list());
    show_picture(m_picture);
    m_picture->show_move(job(), plan(), instruction(task));
    m_heading->setText(q(words.heading));
    m_figures->show_figures(words.figures);
    m_direction->setText(q(words.direction));
    QString note = q(words.note);
    if (const auto card = card_at_hand(now, size()); card && card->end - card->first > 1) {
        // Its lines say what is done; the caution is that of the cut.
        std::vector<CardLine> lines = lines_of(job(), plan(), now, *card);
        std::erase_if(lines, [&](const CardLine& line) { // its figures stand above
            return line.task == now.next && task.deed.act == Act::Move;
        });
        m_card->show_lines(lines, now.next);
        if (m_turned == 0)
            note = q(wording(now.tasks[static_cast<std::size_t>(card->end - 1)]).note);
    }
    m_direction->setVisible(m_card->isHidden());
    const std::optional<Gate> asked = gate();
    if (asked)
        note = q(asked->question);
    if (const QString resumed = where_it_was_left(); !resumed.isEmpty())
        note = resumed + QLatin1Char(' ') + note;
    // Said where the list begins, and under "Why?"; on every card it would only be in the way.
    if (const SavedBy* saved = saved_by(m_document.job(), m_document.piece()); saved && (now.next == 0 || m_why_shown))
        note = tr("This piece is saved, and only this one: %1 %2").arg(q(saved->words), note);
    if (now.broken_off)
        note = tr("The list has changed, or the work was elsewhere meanwhile. Nothing that is done is lost: this is "
                  "what is left, and it begins with finding zero again.") +
               (asked ? QLatin1Char(' ') + q(asked->question) : QString());
    for (const AxisSet& each : sets_now())
        if (each.before)
            note = tr("%1 shows %2 before it is set. %3")
                       .arg(q(axis_name(each.axis)), q(with_unit(*each.before, unit_of(plan().machine))), note);
    if (m_batch.wanted() && !in_batch())
        note = tr("The pieces go through one by one. %1 %2").arg(m_batch.fault(), note);
    m_note->setText(note);
    m_note->setVisible(!note.isEmpty());
    m_why->setText(tr("Why? %1").arg(q(words.why)) + near_enough(task) + found_again_words(task));
    m_why->setVisible(m_why_shown);
    m_sum->show_sums(m_why_shown ? sums_at(job(), plan(), instruction(task)) : std::vector<PlanSum>{});
    show_gate(asked);
    if (asked && !m_live.wanted()) // a question comes before figures nothing is wanted of
        m_live_strip->hide();
    make_room();
    m_spoken.say(asked ? q(asked->question) : spoken(words));
}

} // namespace clockface::app

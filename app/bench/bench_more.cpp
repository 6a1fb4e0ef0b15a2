// What is done seldom at the Bench: another hole, piece or set-up, where everything stands, a key that is taught.
#include "bench/bench_view.h"
#include "bench/practice.h"
#include "bench/symptoms.h"

#include "look/plain_text.h"
#include "look/words.h"

#include <QDateTime>
#include <QLabel>
#include <QLocale>
#include <QMenu>
#include <QPushButton>
#include <QVBoxLayout>
#include <algorithm>
#include <set>

namespace clockface::app {

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
    jump->setEnabled(!plan.holes.empty() && !in_batch());
    if (const int hole = hole_at_hand(); hole >= 0) {
        const QString name = q(plan.holes[static_cast<std::size_t>(hole)].name);
        connect(menu.addAction(tr("%1 is &spoiled… (X)").arg(name)), &QAction::triggered, this,
                [this] { begin_line(LineFor::Spoiled); });
        if (!in_batch())
            connect(menu.addAction(tr("Leave %1 for &later… (D)").arg(name)), &QAction::triggered, this,
                    [this] { begin_line(LineFor::Later); });
    }
}

void BenchView::add_symptoms(QMenu& menu) {
    const Task* cut = nullptr;
    if (load())
        cut = &load()->cuts.tasks.front();
    else if (const auto card = card_at_hand(bench(), size()))
        cut = &bench().tasks[static_cast<std::size_t>(card->end - 1)];
    const CutStep* step = cut && cut->hole >= 0 && (load() || !in_batch())
                              ? m_document.plan().chain_of(static_cast<std::size_t>(cut->hole)).find(cut->deed.what)
                              : nullptr;
    if (!step)
        return;
    QMenu* all = menu.addMenu(tr("What the cutter &tells"));
    for (const Symptom& each : symptoms_of(*step))
        connect(all->addAction(button_text(q(each.seen))), &QAction::triggered, this, [this, each] {
            m_note->setText(QStringLiteral("%1. %2 %3").arg(q(each.seen), q(each.means), q(each.now)));
            m_note->show();
        });
}

void BenchView::add_rest(QMenu& menu) {
    QMenu* rest = menu.addMenu(tr("A drill cools &after each hole"));
    for (const int seconds : {0, 10, 20, 40, 60}) {
        QAction* act = rest->addAction(seconds == 0 ? tr("It need not") : tr("For %1 seconds").arg(seconds));
        act->setCheckable(true);
        act->setChecked(seconds == m_cools->seconds());
        connect(act, &QAction::triggered, this, [this, seconds] { m_cools->set_seconds(seconds); });
    }
}

void BenchView::fill_more(QMenu& menu) {
    const Job& job = m_document.job();
    add_holes(menu);
    add_symptoms(menu);
    connect(menu.addAction(tr("&Where am I… (W)")), &QAction::triggered, this, [this] { show_where(true); });
    QAction* zero = menu.addAction(tr("From &zero again, with what is left (Home)"));
    zero->setEnabled(!bench().finished() && bench().next > 0);
    connect(zero, &QAction::triggered, this, &BenchView::begin_again);
    QAction* lost = menu.addAction(tr("Zero is &lost: find it by what is made… (Z)"));
    lost->setEnabled(can_find_again(job, m_document.plan()) && !in_batch() && !bench().finished());
    connect(lost, &QAction::triggered, this, [this] { show_lost_zero(true); });
    if (m_live.axes_seen_otherwise())
        connect(menu.addAction(tr("&Read it so: %1 (Q)").arg(q(in_words(*m_live.axes_seen_otherwise())))),
                &QAction::triggered, &m_live, &LiveBench::read_axes_so);
    if (!m_instead) {
        QAction* practise = menu.addAction(tr("&Practise it without metal…"));
        practise->setEnabled(can_practise(job, m_document.plan()));
        connect(practise, &QAction::triggered, this, &BenchView::practice_wanted);
    }
    QAction* size_of_card =
        menu.addAction(size() == CardSize::Hole ? tr("A card for every mo&ve (C)") : tr("A card for every &hole (C)"));
    size_of_card->setEnabled(!in_batch());
    connect(size_of_card, &QAction::triggered, this, &BenchView::change_size);
    if (job.pieces > 1) {
        QAction* together = menu.addAction(m_batch.wanted() ? tr("&Each piece by itself")
                                                            : tr("All pieces thr&ough each setting together"));
        together->setEnabled(m_batch.wanted() || m_batch.fault().isEmpty());
        connect(together, &QAction::triggered, this, [this] { go_together(!m_batch.wanted()); });
    }
    QAction* one_move = menu.addAction(tr("&Only this move is done (right arrow)"));
    one_move->setEnabled(!bench().finished() && !in_batch());
    connect(one_move, &QAction::triggered, this, &BenchView::next_move);
    QAction* before = menu.addAction(tr("What it shows &before it is set… (B)"));
    before->setEnabled(!sets_now().empty());
    connect(before, &QAction::triggered, this, [this] { begin_line(LineFor::ShownBefore); });
    add_rest(menu);
    QAction* aloud = menu.addAction(tr("&Figures are said aloud (V: once more)"));
    aloud->setCheckable(true);
    aloud->setChecked(m_spoken.wanted());
    connect(aloud, &QAction::triggered, this, [this](bool wanted) {
        if (m_spoken.want(wanted))
            return refresh();
        m_note->setText(tr("Nothing here can speak: speech-dispatcher with a voice would do."));
        m_note->show();
    });
    QMenu* keys = menu.addMenu(tr("&Keys of a pedal, page turner or number pad"));
    connect(keys->addAction(tr("One that means &done…")), &QAction::triggered, this,
            [this] { begin_teaching(TaughtKeys::Means::Done); });
    connect(keys->addAction(tr("One that means &back…")), &QAction::triggered, this,
            [this] { begin_teaching(TaughtKeys::Means::Back); });
    connect(menu.addAction(tr("&Note on this piece…")), &QAction::triggered, this,
            [this] { begin_line(LineFor::Note); });
    connect(menu.addAction(tr("&Mark of this piece…")), &QAction::triggered, this,
            [this] { begin_line(LineFor::Mark); });
    if (job.setups.size() > 1) {
        QMenu* setups = menu.addMenu(tr("Set-&up"));
        setups->setEnabled(!m_instead);
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
        pieces->setEnabled(!in_batch()); // the order follows by itself
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

void BenchView::show_where(bool shown) {
    if (shown && !m_overview) {
        m_overview = new WhereView(m_document);
        m_overview->set_look(*m_look);
        m_overview->hide();
        auto* all = qobject_cast<QVBoxLayout*>(layout());
        all->insertWidget(all->indexOf(m_page), m_overview, 1);
        connect(m_overview, &WhereView::leave_wanted, this, [this] { show_where(false); });
    }
    if (!m_overview)
        return;
    std::optional<BenchState> batch;
    if (in_batch() || looks_for_settings())
        batch.emplace().tasks = load() ? load()->cuts.tasks : std::vector<Task>{};
    m_overview->set_load(std::move(batch));
    m_page->setVisible(!shown);
    m_overview->setVisible(shown);
    if (!shown) {
        refresh();
        setFocus();
    }
}

void BenchView::begin_teaching(TaughtKeys::Means means) {
    m_teaching = means;
    m_note->setText(means == TaughtKeys::Means::Done
                        ? tr("Press the key, page turner or pedal that is to mean done. Esc leaves it as it was.")
                        : tr("Press the key, page turner or pedal that is to mean back. Esc leaves it as it was."));
    m_note->show();
    setFocus();
}

void BenchView::be_taught(const QKeyEvent& event) {
    if (event.key() != Qt::Key_Escape)
        if (const QString fault = m_taught.teach(event, m_teaching); !fault.isEmpty()) {
            m_note->setText(fault);
            return m_note->show();
        }
    m_teaching = TaughtKeys::Means::Nothing;
    refresh();
}

// After a night, a power cut or a phone call: what was done last, and that zero is not to be trusted unseen.
QString BenchView::where_it_was_left() const {
    const Piece& piece = m_document.piece();
    if (piece.log.empty() || piece.log.back().time >= m_began)
        return {};
    if (!laid_otherwise().isEmpty())
        return {}; // its zero was another one, and the band says so
    const std::vector<Piece>& begun = m_document.job().begun;
    if (in_batch() && std::any_of(begun.begin(), begun.end(), [this](const Piece& each) {
            return !each.log.empty() && each.log.back().time >= m_began;
        }))
        return {}; // the batch goes on, whichever piece it is
    const auto events = standing_events(piece);
    const auto when = [](const Event& event) {
        return QLocale().toString(QDateTime::fromSecsSinceEpoch(event.time), QLocale::ShortFormat);
    };
    for (auto event = events.rbegin(); event != events.rend(); ++event)
        if (const auto* done = std::get_if<Done>(&(*event)->what); done && done->deed.act == Act::Cut)
            return tr("It was left after %1, %2. Prove zero before the next cut; Home finds it again.")
                .arg(q(in_words(m_document.job(), done->deed)), when(**event));
    for (auto event = events.rbegin(); event != events.rend(); ++event)
        if (const auto* done = std::get_if<Done>(&(*event)->what); done && done->deed.act == Act::Zero)
            return tr("It was left after zero had been found, %1. Prove it before the first cut; Home finds it again.")
                .arg(when(**event));
    return {};
}

} // namespace clockface::app

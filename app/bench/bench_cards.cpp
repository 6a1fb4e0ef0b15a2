// What becomes of the card of the Bench: its size, its gate, its turns, and going on.
#include "bench/bench_view.h"

#include "bench/turns.h"
#include "look/words.h"

#include <QLabel>
#include <QPushButton>
#include <QSettings>
#include <algorithm>

namespace clockface::app {

void BenchView::keep_in(QSettings& settings) {
    m_settings = &settings;
    m_taught.keep_in(settings);
    m_spoken.keep_in(settings);
    m_cools->keep_in(settings);
}

namespace {

constexpr QLatin1String one_a_hole("hole"), one_a_move("move");

QString key_of(const std::string& machine) {
    return QStringLiteral("cards/%1").arg(q(machine));
}

} // namespace

CardSize BenchView::size() const {
    const Machine& machine = m_document.plan().machine;
    if (in_batch())
        return CardSize::Move; // a load is a card of its own
    const QString kept = m_settings ? m_settings->value(key_of(machine.id)).toString() : QString();
    if (kept == one_a_hole)
        return CardSize::Hole;
    // A beginner is asked at every cut whether the slides are locked: between locking and cutting, not before both.
    return kept == one_a_move || m_document.shop().customs.novice ? CardSize::Move : usual_card_size(machine.kind);
}

void BenchView::change_size() {
    if (in_batch())
        return;
    const std::string machine = m_document.plan().machine.id;
    const CardSize chosen = size() == CardSize::Hole ? CardSize::Move : CardSize::Hole;
    if (m_settings)
        m_settings->setValue(key_of(machine), QString(chosen == CardSize::Hole ? one_a_hole : one_a_move));
    refresh();
}

// The arrows count while hands turn; nothing of it is kept, for a turn half made cannot be taken back by a key.
void BenchView::count_turns(int more) {
    const Task* task = bench().now();
    const auto wanted = task && !load() ? turns_to_count(plan(), instruction(*task)) : std::nullopt;
    if (!wanted)
        return;
    if (m_turned_of != task->deed)
        m_turned = 0;
    m_turned_of = task->deed;
    m_turned = std::clamp(m_turned + more, 0, static_cast<int>(wanted->turns));
    refresh();
}

std::optional<Gate> BenchView::gate() const {
    if (looks_for_settings())
        return std::nullopt;
    const Customs& customs = m_document.shop().customs;
    if (!bench().finished() && in_batch())
        return gate_at(m_document.job(), m_document.plan(), customs, *m_batch.walk(), m_batch.state());
    if (!bench().finished())
        return gate_at(m_document.job(), m_document.plan(), customs, bench(), size());
    const bool goes_on = m_document.whole_plan().holes() > 0 && (next_setup() || next_piece() > 0);
    return goes_on ? gate_to_let_go(m_document.job(), m_document.plan(), customs) : std::nullopt;
}

bool BenchView::refused_by_gate() {
    const std::optional<Gate> asked = gate();
    if (!asked)
        return false;
    m_note->setText(
        tr("%1\nOnly %2 answers this, once it is so.").arg(q(asked->question), QString(QLatin1Char(asked->key))));
    m_note->show();
    return true;
}

void BenchView::next() {
    if (!refused_by_gate())
        go_on();
}

void BenchView::tap_done() {
    if (m_taught.counts())
        next();
}

void BenchView::answer_gate() {
    if (gate())
        go_on();
}

void BenchView::go_on() {
    if (looks_for_settings()) { // a key that was meant for something else does not leave it off
        if (m_batch.waits())
            m_batch.take_what_is_found();
        return;
    }
    flash();
    if (const Task* task = bench().now(); task && task->deed.act == Act::Move)
        m_live.place_said_reached();
    if (drills_now())
        m_cools->begin();
    if (!bench().finished() && in_batch())
        return m_batch.done(m_before);
    if (!bench().finished())
        return m_document.card_done(size(), m_before);
    if (m_document.whole_plan().holes() == 0)
        return; // there is nothing to do yet
    if (const auto setup = next_setup())
        m_document.go_to_setup(*setup);
    else if (const int piece = next_piece(); piece > 0) {
        m_document.choose_piece(piece);
        m_document.go_to_setup(m_document.job().setups.front().id);
    }
}

bool BenchView::drills_now() const {
    const Task* cut = load() ? &load()->cuts.tasks.front() : nullptr;
    if (const auto card = in_batch() ? std::nullopt : card_at_hand(bench(), size()))
        cut = &bench().tasks[static_cast<std::size_t>(card->end - 1)];
    const CutStep* step = cut && cut->hole >= 0 && cut->deed.act == Act::Cut
                              ? m_document.plan().chain_of(static_cast<std::size_t>(cut->hole)).find(cut->deed.what)
                              : nullptr;
    return step && !step->by_hand && (step->kind == StepKind::Drill || step->kind == StepKind::Pilot);
}

void BenchView::next_move() {
    if (bench().finished() || refused_by_gate())
        return;
    if (in_batch() || looks_for_settings())
        return go_on();
    flash();
    if (bench().now()->deed.act == Act::Move)
        m_live.place_said_reached();
    m_document.next_done(m_before);
}

// Its answer stands under the question.
void BenchView::show_gate(const std::optional<Gate>& asked) {
    m_gate->setVisible(asked.has_value());
    m_done->setEnabled(m_done->isEnabled() && !asked);
    if (!asked)
        return;
    m_gate->setProperty("key", QString(QLatin1Char(asked->key)));
    m_gate->setAccessibleName(tr("%1, %2").arg(q(asked->answer), QString(QLatin1Char(asked->key))));
    m_gate->setText(tr("%1   (%2)").arg(q(asked->answer), QString(QLatin1Char(asked->key))));
    if (!bench().finished())
        m_done->setText(tr("Asked above"));
}

} // namespace clockface::app

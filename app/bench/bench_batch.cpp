// What the Bench shows of a batch: a piece that is laid in and drilled is one card.
#include "bench/bench_view.h"

#include "layout/hole_names.h"
#include "look/words.h"
#include "plan/setup_card.h"

#include <QLabel>
#include <QPushButton>

namespace clockface::app {

bool BenchView::looks_for_settings() const {
    return m_batch.wanted() && !in_batch() && m_batch.fault().isEmpty();
}

void BenchView::show_picture(QWidget* picture) {
    m_picture->setVisible(picture == m_picture && !m_instead);
    m_loading->setVisible(picture == m_loading && !m_instead);
}

void BenchView::show_looking() {
    show_picture(nullptr);
    m_where->setText(setup_line());
    m_progress->show_progress(0, 0);
    m_heading->setText(tr("Looking for the fewest settings …"));
    m_figures->show_figures({});
    for (QLabel* each : {m_direction, m_note, m_next_moves})
        each->hide();
    m_again->hide();
    for (QPushButton* each : {m_back, m_why_button})
        each->setEnabled(false);
    m_done->setText(tr("Take what is found so far   (Space)"));
    m_done->setEnabled(m_batch.waits());
    show_gate(std::nullopt);
}

QString BenchView::title_of_load(const BatchState& state) const {
    if (!state.load)
        return state.machine.now() ? wording_of(state.machine) : tr("every piece is through.");
    const BatchLoad& at = *state.load;
    const QString laid = at.cuts.loading ? q(in_words(*at.cuts.loading)) : tr("By hand");
    std::vector<int> holes;
    for (const Task& task : at.cuts.tasks)
        holes.push_back(task.hole);
    return tr("piece %1. %2: %3.").arg(at.piece).arg(laid, q(names_in_runs(m_document.plan().holes, holes)));
}

QString BenchView::wording_of(const BenchState& state) const {
    const Instruction& move = state.list.list[static_cast<std::size_t>(state.now()->move)];
    return q(clockface::in_words(move, words_for(job(), plan())).sentence);
}

QString BenchView::setup_card_in_words() const {
    const int setting = m_batch.walk()->cuts[static_cast<std::size_t>(load()->cut)].setting;
    QStringList card;
    for (const std::string& each : in_words(
             m_document.job(), m_document.plan(), setup_card(m_document.job(), m_document.plan(), m_batch.settings()),
             setting < 0 ? std::nullopt : std::optional(static_cast<std::size_t>(setting))))
        card << q(each);
    return card.join(QLatin1Char('\n'));
}

void BenchView::show_load() {
    const BatchLoad& at = *load();
    const Wording words = in_words(m_document.job(), *m_batch.walk(), at);
    m_where->setText(place_in_list());
    show_picture(m_loading);
    m_loading->show_load(m_document.job(), m_document.plan(), at);
    m_heading->setText(q(words.heading));
    m_figures->show_figures(words.figures);
    m_direction->hide();
    // What stays as it is while all go through takes the place of what is done now.
    m_card->show_lines(m_why_shown ? std::vector<CardLine>{} : lines_of(m_document.job(), m_document.plan(), at), 0);
    const std::optional<Gate> asked = gate();
    QString note = asked ? q(asked->question) : q(words.note);
    if (const QString resumed = where_it_was_left(); !resumed.isEmpty())
        note = resumed + QLatin1Char(' ') + note;
    m_note->setText(note);
    m_note->setVisible(asked || !m_why_shown);
    if (m_why_shown)
        m_why->setText(setup_card_in_words());
    m_why->setVisible(m_why_shown);
    show_gate(asked);
    make_room();
    m_spoken.say(asked ? q(asked->question) : spoken(words));
}

void BenchView::show_batch_finished() {
    const std::vector<int>& left = m_batch.walk()->out_of_reach;
    m_heading->setText(tr("Every piece is through its settings"));
    m_figures->show_figures({{"", std::to_string(m_document.job().pieces), tr("pieces").toStdString(), true}});
    if (!left.empty()) {
        m_next_moves->setText(tr("%1: no setting reaches them. They are made piece by piece: take that under More….")
                                  .arg(q(names_in_runs(m_document.plan().holes, left))));
        m_next_moves->show();
    }
}

void BenchView::go_together(bool together) {
    Job next = m_document.settled();
    at_hand(next).holding.batch.together = together;
    (void)m_document.edit(together ? tr("all pieces together") : tr("each piece by itself"), next);
}

} // namespace clockface::app

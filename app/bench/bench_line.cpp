// The line of the Bench: a note, the mark of the piece, or what the readout shows before it is set.
#include "bench/bench_view.h"

#include "look/words.h"
#include "measure/limits.h"
#include "measure/shop_number.h"

#include <QLabel>
#include <QLineEdit>
#include <algorithm>

namespace clockface::app {

std::vector<AxisSet> BenchView::sets_now() const {
    return axes_set(plan(), bench(), m_before);
}

void BenchView::begin_line(LineFor what) {
    if (what == LineFor::ShownBefore && sets_now().empty())
        return;
    const int hole = hole_at_hand();
    if (what == LineFor::Later && in_batch()) {
        m_note->setText(tr("In a batch every piece waits for its turn. What cannot be drilled is marked spoiled (X)."));
        return m_note->show();
    }
    if ((what == LineFor::Spoiled || what == LineFor::Later) && hole < 0)
        return;
    const QString name = hole < 0 ? QString() : q(m_document.plan().holes[static_cast<std::size_t>(hole)].name);
    m_line_for = what;
    // Letters count up to four bytes, the limits are in bytes; a note on a hole begins with its name and what became of
    // it.
    constexpr std::size_t words_before = limits::name * 2;
    m_note_line->setMaxLength(
        static_cast<int>((what == LineFor::Mark ? limits::name : limits::text - words_before) / 4));
    m_note_line->setText(what == LineFor::Mark ? q(m_document.piece().mark) : QString());
    switch (what) {
    case LineFor::Note:
        m_note_line->setAccessibleName(tr("note on this piece"));
        m_note_line->setPlaceholderText(tr("what is to be remembered of this piece; Enter keeps it"));
        break;
    case LineFor::Mark:
        m_note_line->setAccessibleName(tr("mark of this piece"));
        m_note_line->setPlaceholderText(tr("what this piece is told by; Enter keeps it"));
        break;
    case LineFor::Spoiled:
        m_note_line->setAccessibleName(tr("what was seen at %1").arg(name));
        m_note_line->setPlaceholderText(
            tr("what was seen at %1; Enter marks it spoiled and goes on with the rest, Esc leaves it").arg(name));
        break;
    case LineFor::Later:
        m_note_line->setAccessibleName(tr("why %1 is left for later").arg(name));
        m_note_line->setPlaceholderText(tr("why %1 is left for later; Enter goes on to the next hole").arg(name));
        break;
    case LineFor::ShownBefore: {
        const std::vector<AxisSet> sets = sets_now();
        const QString axes = sets.size() > 1                ? tr("X and Y show")
                             : sets.front().axis == Axis::X ? tr("X shows")
                                                            : tr("Y shows");
        m_note_line->setAccessibleName(tr("what %1 before it is set").arg(axes));
        m_note_line->setPlaceholderText(sets.size() > 1 ? tr("what %1 before it is set, such as 12.3; 4.5").arg(axes)
                                                        : tr("what %1 before it is set; Enter keeps it").arg(axes));
        break;
    }
    }
    m_note_line->show();
    m_note_line->setFocus();
}

void BenchView::keep_line() {
    const QString text = m_note_line->text().trimmed();
    if (m_line_for == LineFor::ShownBefore)
        return keep_shown_before(text);
    switch (m_line_for) {
    case LineFor::Mark:
        m_document.mark_piece(text);
        break;
    case LineFor::Spoiled:
        give_up_hole(text);
        break;
    case LineFor::Later:
        leave_hole_for_later(text);
        break;
    case LineFor::Note:
    case LineFor::ShownBefore:
        if (!text.isEmpty())
            m_document.take_note(text);
    }
    m_note_line->hide();
    setFocus();
}

int BenchView::hole_at_hand() const {
    if (in_batch()) // the list's own holes are places of the spindle
        return load() ? load()->cuts.tasks.front().hole : -1;
    const Task* task = bench().now();
    return task ? task->hole : -1;
}

// Its place is kept as it is; what was seen stands in the log before it.
void BenchView::give_up_hole(const QString& seen) {
    const int hole = hole_at_hand();
    if (hole < 0)
        return;
    const Hole& spoiled = m_document.plan().holes[static_cast<std::size_t>(hole)];
    if (!seen.isEmpty())
        m_document.take_note(tr("%1 spoiled: %2").arg(q(spoiled.name), seen));
    m_document.spoil(id_of(m_document.job(), spoiled));
}

void BenchView::leave_hole_for_later(const QString& reason) {
    const int hole = hole_at_hand();
    if (hole < 0)
        return;
    const BenchState& now = bench();
    const auto other = std::find_if(now.tasks.begin() + now.next, now.tasks.end(),
                                    [&](const Task& task) { return task.hole >= 0 && task.hole != hole; });
    const std::vector<Hole>& holes = m_document.plan().holes;
    const QString name = q(holes[static_cast<std::size_t>(hole)].name);
    if (other == now.tasks.end()) {
        m_note->setText(tr("%1 is the last hole that is left.").arg(name));
        return m_note->show();
    }
    const HoleId next = id_of(m_document.job(), holes[static_cast<std::size_t>(other->hole)]);
    if (!reason.isEmpty())
        m_document.take_note(tr("%1 left for later: %2").arg(name, reason));
    m_document.jump_to(next);
}

// One figure for each axis the task sets, in the readout's unit; what cannot be read stays in the line.
void BenchView::keep_shown_before(const QString& text) {
    const std::vector<AxisSet> sets = sets_now();
    const QStringList figures = text.split(QLatin1Char(';'), Qt::SkipEmptyParts);
    ShownBefore before;
    QString fault;
    if (static_cast<std::size_t>(figures.size()) != sets.size())
        fault = sets.size() > 1 ? tr("Two figures would do, that of X first, with a semicolon between them.")
                                : tr("One figure would do, such as 12.3.");
    for (std::size_t i = 0; i < sets.size() && fault.isEmpty(); ++i) {
        const auto read =
            read_length(figures[static_cast<qsizetype>(i)].toStdString(), unit_of(m_document.plan().machine));
        if (!read)
            fault = q(read.error().sentence);
        else
            (sets[i].axis == Axis::X ? before.x : before.y) = read->value;
    }
    if (!fault.isEmpty()) {
        m_note->setText(fault);
        return m_note->show();
    }
    m_before = before;
    m_before_of = bench().now()->deed;
    m_note_line->hide();
    setFocus();
    refresh();
}

} // namespace clockface::app

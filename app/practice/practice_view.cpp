#include "practice/practice_view.h"

#include "formats/practice_json.h"
#include "formats/text_file.h"
#include "look/plain_text.h"
#include "look/words.h"
#include "stand_in.h"

#include <QHBoxLayout>
#include <QKeyEvent>
#include <QLabel>
#include <QPushButton>
#include <QVBoxLayout>

namespace clockface::app {

namespace {

// The job as it is before anything was done.
Job untouched(const Document& document) {
    Job job = document.settled();
    job.begun.clear();
    job.pieces = 1;
    job.is_for = JobFor::Practice;
    return job;
}

// The shop whose readout talks, over a pseudo-terminal that what is turned on the screen is sent through.
Shop with_line(Shop shop, const SetupPlan& plan, PseudoTerminal& terminal) {
    if (!std::holds_alternative<Readout>(plan.machine.kind) || !terminal.open({}))
        return shop;
    SerialLine line;
    line.port = terminal.port();
    line.pattern = "X{x} Y{y}";
    for (Machine& each : shop.machines)
        if (each.id == plan.machine.id)
            each.line = line;
    return shop;
}

} // namespace

PracticeView::PracticeView(const Document& document, Seams seams, QWidget* parent)
    : QWidget(parent)
    , m_own(with_line(document.shop(), document.plan(), m_terminal))
    , m_seams(std::move(seams)) {
    setObjectName(QStringLiteral("practice"));
    setAttribute(Qt::WA_StyledBackground);
    m_own.show_example(untouched(document));
    m_practice = std::make_unique<Practice>(m_own.job(), m_own.plan());
    m_bench = new BenchView(m_own);
    m_bench->setObjectName(QStringLiteral("practiceBench"));
    m_machine = new PracticeMachine(*m_practice);
    m_bench->put_in_place_of_picture(m_machine);
    m_result = plain_label();
    m_result->setObjectName(QStringLiteral("practiceResult"));
    m_result->setWordWrap(true);
    auto* keep = new QPushButton(tr("Keep the result…"));
    keep->setObjectName(QStringLiteral("keepPractice"));
    keep->setFocusPolicy(Qt::NoFocus);
    connect(keep, &QPushButton::clicked, this, &PracticeView::keep_result);
    auto* line = new QHBoxLayout;
    line->setContentsMargins(32, 8, 32, 8);
    line->setSpacing(18);
    line->addWidget(m_result, 1);
    line->addWidget(keep);
    auto* all = new QVBoxLayout(this);
    all->setContentsMargins(0, 0, 0, 0);
    all->setSpacing(0);
    all->addLayout(line);
    all->addWidget(m_bench, 1);
    connect(m_bench, &BenchView::leave_wanted, this, &PracticeView::leave_wanted);
    connect(&m_own, &Document::changed, this, [this] {
        m_practice->follow(m_own.bench());
        show_result();
    });
    connect(m_machine, &PracticeMachine::worked, this, &PracticeView::show_result);
    m_practice->follow(m_own.bench());
    if (m_terminal.is_open()) {
        constexpr int often = 50; // milliseconds
        connect(&m_sends, &QTimer::timeout, this, &PracticeView::send_figures);
        connect(m_machine, &PracticeMachine::worked, this, &PracticeView::send_figures);
        m_sends.start(often);
    }
    m_since.start();
    show_result();
    set_look(Look::day());
}

void PracticeView::set_look(const Look& look) {
    m_bench->set_look(look);
    m_machine->set_look(look);
    setStyleSheet(
        QStringLiteral("QWidget#practice { background: %1; } QLabel#practiceResult { color: %2; font-size: 13pt; } "
                       "QPushButton#keepPractice { color: %3; background: transparent; border: 2px solid %4; "
                       "border-radius: 8px; padding: 8px 14px; font-size: 12pt; }")
            .arg(look.surround.name(), look.brass_on_dark.name(), look.bench_text.name(), look.bench_quiet.name()));
}

void PracticeView::showEvent(QShowEvent* event) {
    QWidget::showEvent(event);
    m_bench->setFocus();
}

void PracticeView::show_result() {
    m_result->setText(m_practice->landings().empty()
                          ? tr("Practice: no metal, and nothing is written on a piece. The wheel over a handle turns "
                               "it by a line; so do "
                               "4 6 and 2 8, by a turn 7 9 and 1 3; with Shift ten lines, with Ctrl a tenth.")
                          : q(in_words(m_practice->result(), unit_of(m_own.plan().machine))));
}

void PracticeView::send_figures() {
    const Machine& machine = m_own.plan().machine;
    if (machine.line)
        m_terminal.write(
            written(*machine.line, std::get<Readout>(machine.kind).resolution, m_practice->mill().shown()) + "\r\n");
}

void PracticeView::keep_result() {
    const QString path =
        m_seams.file_to_save(this, tr("Keep what came of it"), q(m_own.job().title) + QStringLiteral(".practice.json"),
                             tr("Results of practice (*.practice.json)"));
    if (path.isEmpty())
        return;
    PracticeResult result = m_practice->result();
    result.who = m_own.piece().mark;
    result.seconds = m_since.elapsed() / 1000;
    if (const auto kept = write_file_atomically(path.toStdString(), practice_to_json(result)); !kept)
        m_result->setText(q(kept.error().text()));
    else
        m_result->setText(tr("Kept in %1.").arg(path));
}

// Keys the Bench has no use for.
void PracticeView::keyPressEvent(QKeyEvent* event) {
    const auto turn = [this](Axis axis, double turns, double lines) {
        // To the right and away from you, whichever way its screw runs.
        const Screw& screw = m_practice->mill().screw(axis);
        m_machine->turn(axis, (turns * screw.lines + lines) * (screw.plus == Turn::Clockwise ? 1.0 : -1.0));
    };
    const double line = event->modifiers().testFlag(Qt::ShiftModifier)     ? 10.0
                        : event->modifiers().testFlag(Qt::ControlModifier) ? 0.1
                                                                           : 1.0;
    switch (event->key()) {
    case Qt::Key_4:
        return turn(Axis::X, 0, -line);
    case Qt::Key_6:
        return turn(Axis::X, 0, line);
    case Qt::Key_7:
        return turn(Axis::X, -1, 0);
    case Qt::Key_9:
        return turn(Axis::X, 1, 0);
    case Qt::Key_2:
        return turn(Axis::Y, 0, -line);
    case Qt::Key_8:
        return turn(Axis::Y, 0, line);
    case Qt::Key_1:
        return turn(Axis::Y, -1, 0);
    case Qt::Key_3:
        return turn(Axis::Y, 1, 0);
    case Qt::Key_5: {
        // Both as one: what is loose is tightened first.
        const bool tighten = !m_practice->mill().locked(Axis::X) || !m_practice->mill().locked(Axis::Y);
        for (const Axis axis : {Axis::X, Axis::Y})
            if (m_practice->mill().locked(axis) != tighten)
                m_machine->turn_to_lock(axis);
        return;
    }
    case Qt::Key_E:
        return m_machine->set(Axis::X);
    case Qt::Key_F:
        return m_machine->set(Axis::Y);
    case Qt::Key_0:
        return m_machine->quill();
    default:
        QWidget::keyPressEvent(event);
    }
}

} // namespace clockface::app

#include "slips/blank_slip.h"

#include "layout/bar.h"
#include "look/plain_text.h"
#include "look/words.h"
#include "measure/figures.h"
#include "measure/lists.h"
#include "measure/read_angle.h"
#include "measure/shop_number.h"

#include <QLabel>
#include <QPushButton>
#include <algorithm>
#include <array>

namespace clockface::app {

namespace {

// Words of blanks that are read again when they are typed: they are no messages, and the same in every language.
constexpr QLatin1String unknown_number("an unknown number of");

// Where the middle really is, against where half of the drawing's figure would put it.
QString halves_in_words(const Job& job) {
    QStringList all;
    const auto half = [&](const QString& what, const Measured& size) {
        if (size.measured && *size.measured != size.nominal)
            all << QObject::tr("The middle of the %1 is %2 from the edge, %3 off half of the drawing's figure.")
                       .arg(what, shown_length(job, size.actual() / 2.0),
                            q(column_figure((*size.measured - size.nominal) / 2.0, job.unit)));
    };
    if (job.blank.is_bar()) {
        half(QObject::tr("bar"), job.blank.diameter);
    } else if (job.blank.is_round()) {
        half(QObject::tr("disc"), job.blank.diameter);
    } else if (job.blank.shape != BlankShape::Outline) {
        half(QObject::tr("width"), job.blank.width);
        half(QObject::tr("height"), job.blank.height);
    }
    return all.isEmpty()
               ? QObject::tr("Measure the blank and write the real size in: halving the drawing's figure puts "
                             "every hole off centre.")
               : all.join(QLatin1Char(' '));
}

} // namespace

BlankSlip::BlankSlip(Document& document, Selection& selection, QWidget* parent)
    : Slip(document, selection, parent) {
    body()->addWidget(heading(tr("The job")));
    Sentence* s = add(body());
    job_sentence(*s);
    body()->addStretch();
}

Sentence* BlankSlip::add(QVBoxLayout* box) {
    Sentence* s = sentence();
    m_sentences << s;
    box->addWidget(s);
    return s;
}

Shape BlankSlip::structure() {
    const Job& job = document().settled();
    const Blank& blank = job.blank;
    Shape all;
    all << blank.shape << (blank.step ? 1 + static_cast<int>(blank.step->axis) : 0) << blank.sawing.has_value()
        << blank.up << job.datum.place << job.datum.on << blank.bore.has_value() << blank.bar.bore_depth.has_value()
        << blank.bar.flats.size();
    for (const Existing& there : blank.existing)
        all << there.kind << there.face << there.name;
    return all;
}

void BlankSlip::refresh() {
    if (m_built != structure())
        build();
    for (Sentence* sentence : m_sentences)
        sentence->refresh();
    const Job& job = document().job();
    m_halves->setText(halves_in_words(job));
    if (!m_cuts || !job.blank.sawing)
        return;
    const Sawing& cutting = *job.blank.sawing;
    const SawCut first = saw_cuts(cutting).front();
    const Length needed = bar_needed(cutting);
    m_cuts->setText(
        tr("From one piece to the next it is %1: %2 long, %3 for the saw, twice %4 to face. The first cut goes between "
           "%5 "
           "and %6 from the left end. All of it takes %7 of bar, the last cut included%8")
            .arg(shown_length(job, pitch_of(cutting)), shown_length(job, cutting.length),
                 shown_length(job, cutting.kerf), shown_length(job, cutting.facing), shown_length(job, first.near_line),
                 shown_length(job, first.far_line), shown_length(job, needed),
                 needed > job.blank.extent_x()
                     ? tr("; this bar is %1 too short.").arg(shown_length(job, needed - job.blank.extent_x()))
                     : QStringLiteral(".")));
}

void BlankSlip::build() {
    m_built = structure();
    m_sentences = m_sentences.mid(0, 1);
    m_cuts = nullptr;
    const QWidget* at_work = m_box ? m_box->focusWidget() : nullptr;
    const QString blank_name = at_work && at_work->hasFocus() ? at_work->objectName() : QString();
    if (m_box) {
        // It may be the sender's parent just now, so it goes when control is back in the event loop.
        m_box->hide();
        m_box->deleteLater();
        body()->removeWidget(m_box);
    }
    m_box = new QWidget;
    auto* box = new QVBoxLayout(m_box);
    box->setContentsMargins(0, 0, 0, 0);
    box->setSpacing(10);
    const Job& job = document().settled();
    const Blank& blank = job.blank;
    box->addWidget(heading(tr("The piece of metal")));
    shape_sentence(*add(box));
    size_sentence(*add(box), blank);
    metal_sentence(*add(box), blank);
    box->addWidget(m_halves = quiet({}));
    if (blank.is_bar()) {
        shoulder_sentence(*add(box));
        for (std::size_t i = 0; i < blank.bar.flats.size(); ++i)
            flat_sentence(*add(box), i);
        auto* flat = link_button(QStringLiteral("addFlat"), tr("there is a flat along it"));
        connect(flat, &QPushButton::clicked, this, &BlankSlip::add_flat);
        box->addWidget(flat);
    } else if (!blank.is_round() && blank.shape != BlankShape::Angle) {
        step_sentence(*add(box), blank);
    }
    if (blank.shape == BlankShape::Plate) {
        sawing_sentence(*add(box), blank);
        if (blank.sawing)
            box->addWidget(m_cuts = quiet({}));
    }
    for (std::size_t i = 0; i < blank.existing.size(); ++i)
        if (blank.existing[i].face == blank.up)
            existing_sentence(*add(box), i, blank.existing[i]);
    auto* there = link_button(QStringLiteral("addExisting"), tr("something is on this face already"));
    set_tip(there, tr("A boss, a hole or a slot that is there before work begins"));
    connect(there, &QPushButton::clicked, this, &BlankSlip::add_existing);
    box->addWidget(there);
    there->setHidden(blank.on_side());
    box->addSpacing(6);
    box->addWidget(heading(tr("Zero and angles")));
    if (faces_of(blank.shape).size() > 1)
        face_sentence(*add(box), blank);
    zero_sentence(*add(box), job);
    angle_sentence(*add(box));
    if (blank.on_side())
        seen_from_sentence(*add(box));
    move_sentence(*add(box), job);
    box->addWidget(quiet(
        tr("Changing zero, axes, angles or unit changes the figures. The holes stay where they are on the metal.")));
    body()->insertWidget(2, m_box);
    m_box->show();
    if (!blank_name.isEmpty())
        if (auto* same = m_box->findChild<QWidget*>(blank_name))
            same->setFocus(Qt::OtherFocusReason);
}

void BlankSlip::job_sentence(Sentence& s) {
    s.reads(
        tr("{title} for {workFor}; {pieces} wanted. Figures are in {unit}. The drawing calls for {calledFor} holes."));
    blanks().text(s, "title", tr("title of the job"), [](Job& job) -> std::string& { return job.title; });
    blanks().text(s, "workFor", tr("what the job is for"), [](Job& job) -> std::string& { return job.work_for; });
    blanks().custom(
        s, "pieces", tr("number of pieces"),
        [](const Job& job) { return QString::fromStdString(count_word(job.pieces)); },
        [](Job& job, const QString& text) -> Result<QString> {
            return read_count(text.trimmed().toStdString(), 1, 100'000, "pieces").map([&](int pieces) {
                job.pieces = pieces;
                return QString();
            });
        });
    blanks().one_of<Unit>(s, "unit", tr("unit of the job's figures"), unit_fillings(),
                          [](Job& job) -> Unit& { return job.unit; });
    blanks().custom(
        s, "calledFor", tr("number of holes the drawing calls for"),
        [](const Job& job) { return job.holes_called_for ? QString::number(*job.holes_called_for) : unknown_number; },
        [](Job& job, const QString& text) -> Result<QString> {
            if (text.trimmed().isEmpty() || text.trimmed() == unknown_number) {
                job.holes_called_for.reset();
                return QString();
            }
            return read_count(text.trimmed().toStdString(), 1, 20'000, "holes").map([&](int holes) {
                job.holes_called_for = holes;
                return QString();
            });
        });
}

} // namespace clockface::app

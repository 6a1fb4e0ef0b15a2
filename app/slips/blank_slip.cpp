#include "slips/blank_slip.h"

#include "measure/figures.h"
#include "measure/read_angle.h"
#include "measure/shop_number.h"

#include <QLabel>
#include <cmath>

namespace clockface::app {

namespace {

// In the order of DatumPlace.
QStringList zero_places() {
    return {QObject::tr("in the middle"), QObject::tr("at the lower left"), QObject::tr("at the lower right"),
            QObject::tr("at the upper left"), QObject::tr("at the upper right")};
}

} // namespace

BlankSlip::BlankSlip(Document& document, Selection& selection, QWidget* parent)
    : Slip(document, selection, parent) {
    body()->addWidget(heading(tr("The job")));
    body()->addWidget(job_sentence());
    body()->addSpacing(6);
    body()->addWidget(heading(tr("The piece of metal")));
    body()->addWidget(shape_sentence());
    body()->addWidget(m_disc = disc_sentence());
    body()->addWidget(m_plate = plate_sentence());
    body()->addWidget(metal_sentence());
    body()->addWidget(quiet(
        tr("Measure the blank and write the real size in: halving the drawing's figure puts every hole off centre.")));
    body()->addSpacing(6);
    body()->addWidget(heading(tr("Zero and angles")));
    body()->addWidget(zero_sentence());
    body()->addWidget(angle_sentence());
    body()->addWidget(move_sentence());
    body()->addWidget(quiet(
        tr("Changing zero, axes, angles or unit changes the figures. The holes stay where they are on the metal.")));
    body()->addStretch();
}

void BlankSlip::refresh() {
    const bool disc = document().settled().blank.shape == BlankShape::Disc;
    m_disc->setVisible(disc);
    m_plate->setVisible(!disc);
    for (Sentence* sentence : m_sentences)
        sentence->refresh();
}

Sentence* BlankSlip::job_sentence() {
    Sentence* s = sentence();
    m_sentences << s;
    blanks().text(*s, "title", tr("title of the job"), [](Job& job) -> std::string& { return job.title; });
    s->words(tr("for"));
    blanks().text(*s, "workFor", tr("what the job is for"), [](Job& job) -> std::string& { return job.work_for; });
    s->words(QStringLiteral(";"));
    blanks().custom(
        *s, "pieces", tr("number of pieces"),
        [](const Job& job) { return QString::fromStdString(count_word(job.pieces)); },
        [](Job& job, const QString& text) -> Result<QString> {
            return read_count(text.trimmed().toStdString(), 1, 100'000, "pieces").map([&](int pieces) {
                job.pieces = pieces;
                return QString();
            });
        });
    s->words(tr("wanted. Figures are in"));
    blanks().choice(
        *s, "unit", tr("unit of the job's figures"), {tr("millimetres"), tr("inches")},
        [](const Job& job) { return static_cast<int>(job.unit); },
        [](Job& job, int unit) { job.unit = static_cast<Unit>(unit); });
    s->words(QStringLiteral("."));
    s->words(tr("The drawing calls for"));
    blanks().custom(
        *s, "calledFor", tr("number of holes the drawing calls for"),
        [](const Job& job) {
            return job.holes_called_for ? QString::number(*job.holes_called_for) : tr("an unknown number of");
        },
        [](Job& job, const QString& text) -> Result<QString> {
            if (text.trimmed().isEmpty() || text.trimmed() == tr("an unknown number of")) {
                job.holes_called_for.reset();
                return QString();
            }
            return read_count(text.trimmed().toStdString(), 1, 20'000, "holes").map([&](int holes) {
                job.holes_called_for = holes;
                return QString();
            });
        });
    s->words(tr("holes ."));
    return s;
}

Sentence* BlankSlip::shape_sentence() {
    Sentence* s = sentence();
    m_sentences << s;
    s->words(tr("It is a"));
    blanks().choice(
        *s, "shape", tr("shape of the blank"), {tr("disc"), tr("plate")},
        [](const Job& job) { return static_cast<int>(job.blank.shape); },
        [](Job& job, int shape) {
            Blank& blank = job.blank;
            blank.shape = static_cast<BlankShape>(shape);
            // A shape met for the first time takes its size over from the other one.
            const Length zero{};
            if (blank.diameter.nominal == zero)
                blank.diameter.nominal = std::min(blank.width.nominal, blank.height.nominal);
            if (blank.width.nominal == zero)
                blank.width.nominal = blank.height.nominal = blank.diameter.nominal;
        });
    s->words(tr("of"));
    blanks().text(*s, "material", tr("material"), [](Job& job) -> std::string& { return job.blank.material; });
    s->words(QStringLiteral("."));
    return s;
}

namespace {

void measured(const JobBlanks& blanks, Sentence& s, const QString& name, const QString& what,
              std::function<Measured&(Job&)> reach) {
    blanks.length(s, name, what, [reach](Job& job) -> Length& { return reach(job).nominal; });
    s.words(QObject::tr("by the drawing,"));
    blanks.optional_length(s, name + "Measured", QObject::tr("measured ") + what, QObject::tr("not yet"),
                           [reach](Job& job) -> std::optional<Length>& { return reach(job).measured; });
    s.words(QObject::tr("as measured"));
}

} // namespace

Sentence* BlankSlip::disc_sentence() {
    Sentence* s = sentence();
    m_sentences << s;
    s->words(tr("Across it is"));
    measured(blanks(), *s, "diameter", tr("diameter of the disc"),
             [](Job& job) -> Measured& { return job.blank.diameter; });
    s->words(QStringLiteral("."));
    return s;
}

Sentence* BlankSlip::plate_sentence() {
    Sentence* s = sentence();
    m_sentences << s;
    s->words(tr("From left to right it is"));
    measured(blanks(), *s, "width", tr("width of the plate"), [](Job& job) -> Measured& { return job.blank.width; });
    s->words(tr("; from bottom to top"));
    measured(blanks(), *s, "height", tr("height of the plate"), [](Job& job) -> Measured& { return job.blank.height; });
    s->words(QStringLiteral("."));
    return s;
}

Sentence* BlankSlip::metal_sentence() {
    Sentence* s = sentence();
    m_sentences << s;
    s->words(tr("It is"));
    blanks().length(*s, "thickness", tr("thickness"), [](Job& job) -> Length& { return job.blank.thickness; });
    s->words(tr("thick; the bore through its middle is"));
    blanks().optional_length(*s, "bore", tr("diameter of the bore"), tr("none"),
                             [](Job& job) -> std::optional<Length>& { return job.blank.bore; });
    s->words(QStringLiteral("."));
    return s;
}

Sentence* BlankSlip::zero_sentence() {
    Sentence* s = sentence();
    m_sentences << s;
    s->words(tr("Zero is"));
    blanks().choice(
        *s, "datum", tr("place of zero"), zero_places(),
        [](const Job& job) { return static_cast<int>(job.datum.place); },
        [](Job& job, int place) { job = with_datum_place(job, static_cast<DatumPlace>(place)); });
    s->words(tr(". X counts up to the"));
    blanks().choice(
        *s, "xPlus", tr("direction of X"), {tr("right"), tr("left")},
        [](const Job& job) { return job.datum.x_plus_right ? 0 : 1; },
        [](Job& job, int side) { job.datum.x_plus_right = side == 0; });
    s->words(tr(", Y"));
    blanks().choice(
        *s, "yPlus", tr("direction of Y"), {tr("upwards"), tr("downwards")},
        [](const Job& job) { return job.datum.y_plus_up ? 0 : 1; },
        [](Job& job, int side) { job.datum.y_plus_up = side == 0; });
    s->words(QStringLiteral("."));
    return s;
}

Sentence* BlankSlip::move_sentence() {
    Sentence* s = sentence();
    s->words(tr("To move the holes instead, keep their figures and count them from"));
    s->choice(
        QStringLiteral("moveHoles"), tr("zero from which the same figures are counted, so that the holes move"),
        QStringList{tr("…")} + zero_places(), [] { return 0; },
        [this](int filling) {
            if (filling == 0)
                return;
            Job next = document().settled();
            next.datum.place = static_cast<DatumPlace>(filling - 1);
            (void)document().edit(tr("moving the holes to another zero"), next);
        });
    s->words(QStringLiteral("."));
    return s;
}

Sentence* BlankSlip::angle_sentence() {
    Sentence* s = sentence();
    m_sentences << s;
    s->words(tr("Angles begin with 0° at"));
    blanks().custom(
        *s, "angleZero", tr("place of 0 degrees"),
        [](const Job& job) { return QString::fromStdString(direction_in_words(job.convention.zero)); },
        [](Job& job, const QString& text) -> Result<QString> {
            // What the blank shows for an odd bearing ends in words; the figure before them is the bearing.
            const QString typed = text.section(QStringLiteral(" counter-clockwise from"), 0, 0);
            return read_direction(typed.toStdString(), from_three_counter_clockwise).map([&](const ReadAngle& read) {
                job.convention.zero = read.value;
                return QString::fromStdString(job.convention.in_words());
            });
        });
    s->words(tr("and run"));
    blanks().choice(
        *s, "angleSense", tr("sense of angles"), {tr("counter-clockwise"), tr("clockwise")},
        [](const Job& job) { return static_cast<int>(job.convention.sense); },
        [](Job& job, int sense) { job.convention.sense = static_cast<Sense>(sense); });
    s->words(QStringLiteral("."));
    return s;
}

} // namespace clockface::app

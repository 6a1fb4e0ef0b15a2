#include "slips/blank_slip.h"

#include "layout/bar.h"
#include "look/words.h"
#include "measure/figures.h"
#include "measure/lists.h"
#include "measure/read_angle.h"
#include "measure/shop_number.h"

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

// What sawing the bar comes to.
QString cuts_in_words(const Job& job, const Sawing& cutting) {
    const SawCut first = saw_cuts(cutting).front();
    const Length needed = bar_needed(cutting), bar = job.blank.extent_x();
    const QString all =
        QObject::tr("From one piece to the next it is %1: %2 long, %3 for the saw, twice %4 to face. The first cut "
                    "goes between "
                    "%5 and %6 from the left end. All of it takes %7 of bar, the last cut included%8")
            .arg(shown_length(job, pitch_of(cutting)), shown_length(job, cutting.length),
                 shown_length(job, cutting.kerf), shown_length(job, cutting.facing), shown_length(job, first.near_line),
                 shown_length(job, first.far_line), shown_length(job, needed));
    return all.arg(needed > bar ? QObject::tr("; this bar is %1 too short.").arg(shown_length(job, needed - bar))
                                : QStringLiteral("."));
}

} // namespace

BlankSlip::BlankSlip(Document& document, Selection& selection, QWidget* parent)
    : Slip(document, selection, parent)
    , m_card(card(new QVBoxLayout, 10, [this](Card& card) { write(card); })) {
    body()->addLayout(m_card.place());
    body()->addStretch();
}

void BlankSlip::refresh() {
    m_card.renew(document().trying());
}

void BlankSlip::write(Card& card) {
    const Job& job = document().settled();
    card.heading(tr("The job"));
    job_sentence(card.sentence());
    card.space(4);
    write_metal(card, job.blank);
    card.space(6);
    write_zero(card, job);
}

void BlankSlip::write_metal(Card& card, const Blank& blank) {
    card.heading(tr("The piece of metal"));
    shape_sentence(card.sentence());
    size_sentence(card.sentence(), blank);
    metal_sentence(card.sentence(), blank);
    card.words(QStringLiteral("halves"), halves_in_words(document().job()));
    if (blank.is_bar()) {
        shoulder_sentence(card.sentence());
        for (std::size_t i = 0; i < blank.bar.flats.size(); ++i)
            flat_sentence(card.sentence(), i);
        card.link(QStringLiteral("addFlat"), tr("there is a flat along it"), [this] { add_flat(); });
    } else if (!blank.is_round() && blank.shape != BlankShape::Angle) {
        step_sentence(card.sentence(), blank);
    }
    if (blank.shape == BlankShape::Plate) {
        sawing_sentence(card.sentence(), blank);
        if (const Job& now = document().job(); blank.sawing)
            card.words(QStringLiteral("cuts"), now.blank.sawing ? cuts_in_words(now, *now.blank.sawing) : QString());
    }
    for (std::size_t i = 0; i < blank.existing.size(); ++i)
        if (blank.existing[i].face == blank.up)
            existing_sentence(card.sentence(), i, blank.existing[i]);
    if (!blank.on_side())
        card.link(QStringLiteral("addExisting"), tr("something is on this face already"), [this] { add_existing(); },
                  {.tip = tr("A boss, a hole or a slot that is there before work begins")});
}

void BlankSlip::write_zero(Card& card, const Job& job) {
    card.heading(tr("Zero and angles"));
    if (faces_of(job.blank.shape).size() > 1)
        face_sentence(card.sentence(), job.blank);
    zero_sentence(card.sentence(), job);
    angle_sentence(card.sentence());
    if (job.blank.on_side())
        seen_from_sentence(card.sentence());
    move_sentence(card.sentence(), job);
    card.quiet(
        tr("Changing zero, axes, angles or unit changes the figures. The holes stay where they are on the metal."));
}

void BlankSlip::job_sentence(Sentence& s) {
    s.reads(tr("{title} for {workFor}; {pieces} wanted, {isFor}. Figures are in {unit}. The drawing calls for "
               "{calledFor} holes."));
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
    blanks().one_of<JobFor>(s, "isFor", tr("what the job is there for"),
                            {{JobFor::Parts, tr("to be used")},
                             {JobFor::Practice, tr("for practice without metal")},
                             {JobFor::Example, tr("as an example")}},
                            [](Job& job) -> JobFor& { return job.is_for; });
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

// The sentences about a bar: its sizes, bore, shoulders and flats, and the end it is looked at from.
#include "layout/on_bar.h"
#include "look/words.h"
#include "measure/figures.h"
#include "measure/lists.h"
#include "measure/shop_number.h"
#include "slips/blank_slip.h"
#include "widgets/fillings.h"
#include "words/say.h"

#include <QPushButton>
#include <fmt/format.h>

namespace clockface::app {

namespace {

QString plain(const Job& job, Length length) {
    return q(decimal(length.in(job.unit), job_decimals(job.unit), Sign::WhenNegative, Tail::Trim));
}

} // namespace

void BlankSlip::bar_size_sentence(Sentence& s, const Blank& blank) {
    const bool round = blank.shape == BlankShape::RoundBar || blank.shape == BlankShape::Tube;
    s.reads(
        round
            ? tr("Across it is {diameter} by the drawing, {diameterMeasured} as measured; it is {width} long by the "
                 "drawing, {widthMeasured} as measured.")
            : tr("Across the flats it is {diameter} by the drawing, {diameterMeasured} as measured; it is {width} long "
                 "by the drawing, {widthMeasured} as measured."));
    measured_blanks(s, "diameter", round ? tr("diameter") : tr("width across the flats"),
                    [](Job& job) -> Measured& { return job.blank.diameter; });
    measured_blanks(s, "width", tr("length"), [](Job& job) -> Measured& { return job.blank.width; });
}

void BlankSlip::bar_bore_sentence(Sentence& s, const Blank& blank) {
    const bool tube = blank.shape == BlankShape::Tube;
    if (!blank.bore)
        s.reads(tr("The bore along its axis is {bore}."));
    else if (tube)
        s.reads(tr("The bore along its axis is {bore}, which leaves a wall of {wall}."));
    else if (blank.bar.bore_depth)
        s.reads(tr("The bore along its axis is {bore}, which leaves a wall of {wall}, and goes {boreEnd} "
                   "{boreDepth} deep."));
    else
        s.reads(tr("The bore along its axis is {bore}, which leaves a wall of {wall}, and goes {boreEnd}."));
    if (tube)
        blanks().length(s, "bore", tr("diameter of the bore"),
                        [](Job& job) -> Length& { return job.blank.bore.value(); });
    else
        blanks().optional_length(s, "bore", tr("diameter of the bore"), none_word,
                                 [](Job& job) -> std::optional<Length>& { return job.blank.bore; });
    if (!blank.bore)
        return;
    blanks().custom(
        s, "wall", tr("thickness of the wall"),
        [](const Job& job) {
            return shown_length(job, (job.blank.diameter.actual() - job.blank.bore.value_or(Length{})) / 2.0);
        },
        [](Job& job, const QString& text) -> Result<QString> {
            const auto read = read_length(text.toStdString(), job.unit);
            if (!read)
                return tl::unexpected(read.error());
            const Length bore = job.blank.diameter.actual() - read->value * 2.0;
            if (bore <= Length{})
                return problem("wall",
                               say("A wall of {wall} is as thick as the bar's radius of {radius} or thicker, so there "
                                   "would be no bore. A thinner wall would do.",
                                   {{"wall", with_unit(read->value, job.unit)},
                                    {"radius", with_unit(job.blank.diameter.actual() / 2.0, job.unit)}}));
            job.blank.bore = bore;
            return tr("the bore is %1").arg(shown_length(job, bore));
        });
    if (tube)
        return;
    blanks().choice(
        s, "boreEnd", tr("how far the bore goes"),
        {tr("right through"), tr("in from the left end,"), tr("in from the right end,")},
        [](const Job& job) {
            if (!job.blank.bar.bore_depth)
                return 0;
            if (job.blank.bar.bore_from == Face::Left)
                return 1;
            return 2;
        },
        [](Job& job, int filling) {
            BarForm& bar = job.blank.bar;
            if (filling == 0)
                bar.bore_depth.reset();
            else if (!bar.bore_depth)
                bar.bore_depth = job.blank.width.actual() / 2.0;
            bar.bore_from = filling == 1 ? Face::Left : Face::Right;
        });
    if (blank.bar.bore_depth)
        blanks().length(s, "boreDepth", tr("depth of the bore"),
                        [](Job& job) -> Length& { return job.blank.bar.bore_depth.value(); });
}

void BlankSlip::shoulder_sentence(Sentence& s) {
    s.reads(tr("Its shoulders, each as distance from the left end, diameter to the right of it, are {shoulders}."));
    blanks().custom(
        s, "shoulders", tr("shoulders of the bar"),
        [](const Job& job) {
            QStringList all;
            for (const Shoulder& shoulder : job.blank.bar.shoulders)
                all << plain(job, shoulder.at) + ", " + plain(job, shoulder.diameter);
            return all.isEmpty() ? none_word : all.join(QStringLiteral("; "));
        },
        [](Job& job, const QString& text) -> Result<QString> {
            if (text.trimmed().isEmpty() || text.trimmed() == none_word) {
                job.blank.bar.shoulders.clear();
                return QString();
            }
            return read_points(text.toStdString(), job.unit).map([&](const std::vector<Point>& read) {
                job.blank.bar.shoulders.clear();
                for (const Point& pair : read)
                    job.blank.bar.shoulders.push_back({pair.x, pair.y});
                return q(say("{count} {count:shoulder|shoulders}", {{"count", read.size()}}));
            });
        });
}

void BlankSlip::flat_sentence(Sentence& s, std::size_t index) {
    const auto flat = [index](Job& job) -> Flat& { return job.blank.bar.flats.at(index); };
    const auto name = [index](const QString& what) { return what + QString::number(index); };
    s.reads(
        tr("A flat faces {flatFacing}, from {flatFrom} to {flatTo} from the left end, {flatDepth} deep. {removeFlat}"));
    blanks().direction(s, name("flatFacing"), tr("direction the flat faces"),
                       [flat](Job& job) -> Angle& { return flat(job).facing; });
    blanks().length(s, name("flatFrom"), tr("beginning of the flat"),
                    [flat](Job& job) -> Length& { return flat(job).from; });
    blanks().length(s, name("flatTo"), tr("end of the flat"), [flat](Job& job) -> Length& { return flat(job).to; });
    blanks().length(s, name("flatDepth"), tr("depth of the flat"),
                    [flat](Job& job) -> Length& { return flat(job).depth; });
    auto* remove = link_button(name("removeFlat"), tr("it is not there"));
    connect(remove, &QPushButton::clicked, this, [this, index] {
        Job next = document().settled();
        next.blank.bar.flats.erase(next.blank.bar.flats.begin() + static_cast<std::ptrdiff_t>(index));
        (void)document().edit(tr("taking a flat away"), next);
    });
    s.layout()->addWidget(remove);
}

void BlankSlip::add_flat() {
    Job next = document().settled();
    const Length length = next.blank.width.actual();
    next.blank.bar.flats.push_back({Angle::degrees(90.0), {}, length / 4.0, next.blank.diameter.actual() / 20.0});
    (void)document().edit(tr("a flat on the bar"), next);
}

void BlankSlip::seen_from_sentence(Sentence& s) {
    s.reads(tr("Angles round the bar are as seen by somebody who looks at {seenFrom}."));
    blanks().choice(
        s, "seenFrom", tr("end from which angles are seen"), {tr("its right end"), tr("its left end")},
        [](const Job& job) { return job.blank.bar.seen_from == Face::Left ? 1 : 0; },
        [](Job& job, int filling) { job.blank.bar.seen_from = filling == 1 ? Face::Left : Face::Right; });
}

} // namespace clockface::app

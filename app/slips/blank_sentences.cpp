#include "slips/blank_slip.h"

#include "look/words.h"
#include "measure/figures.h"
#include "measure/lists.h"
#include "measure/shop_number.h"
#include "words/say.h"

#include <QPushButton>
#include <algorithm>
#include <array>

// The sentences of the Blank stage.

namespace clockface::app {

namespace {

constexpr std::array plain_places = {DatumPlace::Middle,    DatumPlace::LowerLeft,  DatumPlace::LowerRight,
                                     DatumPlace::UpperLeft, DatumPlace::UpperRight, DatumPlace::LeftEdge,
                                     DatumPlace::RightEdge, DatumPlace::LowerEdge,  DatumPlace::UpperEdge};

// Every place zero can be chosen to be: the plain ones, what is on this face, and any point.
std::vector<Datum> zero_choices(const Job& job) {
    std::vector<Datum> all;
    Datum datum = job.datum;
    datum.on.clear();
    datum.off = {};
    for (const DatumPlace place : plain_places) {
        // Along the side of a bar zero is on an end, or half way.
        if (job.blank.on_side() && place != DatumPlace::LeftEdge && place != DatumPlace::RightEdge &&
            place != DatumPlace::Middle)
            continue;
        datum.place = place;
        all.push_back(datum);
    }
    datum.place = DatumPlace::Existing;
    for (const Existing& there : job.blank.existing)
        if (there.face == job.blank.up) {
            datum.on = there.name;
            all.push_back(datum);
        }
    // A point begins where zero is now, so that nothing moves until it is given figures.
    all.push_back(datum_on(job, {}, job.datum.place == DatumPlace::Point ? job.datum.on : std::string()));
    return all;
}

QStringList in_words(const std::vector<Datum>& choices, const Blank& blank) {
    QStringList all;
    for (const Datum& datum : choices)
        all << q(clockface::in_words(datum, blank));
    return all;
}

int choice_of(const Job& job) {
    const std::vector<Datum> all = zero_choices(job);
    const auto found = std::find_if(all.begin(), all.end(), [&](const Datum& datum) {
        return datum.place == job.datum.place && (datum.place != DatumPlace::Existing || datum.on == job.datum.on);
    });
    return static_cast<int>(found - all.begin());
}

// A bar lies along what was the longer way of the piece before.
void take_bar(Job& job, bool was_bar, Length wide, Length high) {
    Blank& blank = job.blank;
    const Length none{};
    if (blank.diameter.nominal == none)
        blank.diameter.nominal = std::min(wide, high) / 4.0;
    if (blank.width.nominal == none)
        blank.width.nominal = std::max(wide, high);
    if (blank.shape == BlankShape::Tube) {
        blank.bar.bore_depth.reset();
        if (!blank.bore)
            blank.bore = blank.diameter.nominal / 2.0;
    } else if (!was_bar) {
        blank.bore.reset(); // a plate's bore runs the other way
    }
    blank.step.reset();
    blank.sawing.reset();
    if (was_bar)
        return;
    job = with_face_up(std::move(job), Face::Top);
    if (job.patterns.empty()) {
        job.datum = {DatumPlace::LeftEdge};
        job.convention = from_twelve_clockwise;
    }
}

// A first size for a shape that is met for the first time, taken from the one before.
void take_shape(Job& job, BlankShape shape) {
    Blank& blank = job.blank;
    const Length wide = blank.extent_x();
    const Length high = blank.extent_y();
    const Length none{};
    const bool was_bar = blank.is_bar();
    blank.shape = shape;
    if (blank.is_bar()) {
        take_bar(job, was_bar, wide, high);
        return;
    }
    blank.bar = {};
    if (blank.thickness == none)
        blank.thickness = blank.diameter.nominal;
    if (was_bar && blank.height.nominal == none)
        blank.height.nominal = blank.diameter.nominal;
    if (blank.is_round() && blank.diameter.nominal == none)
        blank.diameter.nominal = std::min(wide, high);
    if (!blank.is_round() && blank.width.nominal == none) {
        blank.width.nominal = wide;
        blank.height.nominal = high;
    }
    if (shape == BlankShape::Outline && blank.corners.empty())
        blank.corners = {{}, {wide, {}}, {wide, high}, {{}, high}};
    if (shape == BlankShape::Angle && blank.leg.nominal == none)
        blank.leg.nominal = blank.height.nominal;
    if (shape == BlankShape::Ring && !blank.bore)
        blank.bore = blank.diameter.nominal / 2.0;
    if (shape != BlankShape::Plate)
        blank.sawing.reset();
    const std::vector<Face> faces = faces_of(shape);
    if (std::find(faces.begin(), faces.end(), blank.up) == faces.end())
        job = with_face_up(std::move(job), Face::Top);
}

} // namespace

void BlankSlip::measured_blanks(Sentence& s, const QString& name, const QString& what,
                                const JobBlanks::Reach<Measured>& reach) {
    blanks().length(s, name, what, [reach](Job& job) -> Length& { return reach(job).nominal; });
    blanks().optional_length(s, name + "Measured", tr("%1, as measured").arg(what), tr("not yet"),
                             [reach](Job& job) -> std::optional<Length>& { return reach(job).measured; });
}

void BlankSlip::shape_sentence(Sentence& s) {
    s.reads(tr("It is a {shape} of {material}."));
    constexpr std::array shapes = {
        BlankShape::Disc,    BlankShape::Plate,    BlankShape::Ring, BlankShape::Block,      BlankShape::Angle,
        BlankShape::Outline, BlankShape::RoundBar, BlankShape::Tube, BlankShape::HexagonBar, BlankShape::SquareBar};
    blanks().one_of<BlankShape>(
        s, "shape", tr("shape of the blank"),
        Fillings<BlankShape>::of(shapes, [](BlankShape shape) { return q(clockface::in_words(shape)); }),
        [](const Job& job) { return job.blank.shape; }, take_shape);
    blanks().text(s, "material", tr("material"), [](Job& job) -> std::string& { return job.blank.material; });
}

void BlankSlip::size_sentence(Sentence& s, const Blank& blank) {
    if (blank.is_bar())
        return bar_size_sentence(s, blank);
    if (blank.is_round()) {
        s.reads(tr("Across it is {diameter} by the drawing, {diameterMeasured} as measured."));
        measured_blanks(s, "diameter", tr("diameter"), [](Job& job) -> Measured& { return job.blank.diameter; });
    } else if (blank.shape == BlankShape::Outline) {
        s.reads(tr("Its corners once round, X, Y from the lower left of the rectangle it fits into, are {corners}."));
        blanks().custom(
            s, "corners", tr("corners of the outline"),
            [](const Job& job) {
                QStringList all;
                for (const Point& corner : job.blank.corners)
                    all << q(decimal(corner.x.in(job.unit), job_decimals(job.unit), Sign::WhenNegative, Tail::Trim) +
                             ", " +
                             decimal(corner.y.in(job.unit), job_decimals(job.unit), Sign::WhenNegative, Tail::Trim));
                return all.join(QStringLiteral("; "));
            },
            [](Job& job, const QString& text) -> Result<QString> {
                return read_points(text.toStdString(), job.unit).map([&](const std::vector<Point>& read) {
                    job.blank.corners = read;
                    return q(say("{count} {count:corner|corners}", {{"count", read.size()}}));
                });
            });
    } else {
        s.reads(
            blank.shape == BlankShape::Angle
                ? tr("From left to right it is {width} by the drawing, {widthMeasured} as measured; its lying leg is "
                     "{height} by the drawing, {heightMeasured} as measured; its standing leg is {leg} by the drawing, "
                     "{legMeasured} as measured.")
                : tr("From left to right it is {width} by the drawing, {widthMeasured} as measured; from bottom to top "
                     "{height} by the drawing, {heightMeasured} as measured."));
        measured_blanks(s, "width", tr("width"), [](Job& job) -> Measured& { return job.blank.width; });
        measured_blanks(s, "height", tr("height"), [](Job& job) -> Measured& { return job.blank.height; });
        if (blank.shape == BlankShape::Angle)
            measured_blanks(s, "leg", tr("standing leg"), [](Job& job) -> Measured& { return job.blank.leg; });
    }
}

void BlankSlip::metal_sentence(Sentence& s, const Blank& blank) {
    if (blank.is_bar())
        return bar_bore_sentence(s, blank);
    if (blank.shape == BlankShape::Angle)
        s.reads(tr("It is {thickness} thick."));
    else if (blank.shape == BlankShape::Block)
        s.reads(tr("It is {thickness} from top to underside; the bore through its middle is {bore}."));
    else
        s.reads(tr("It is {thickness} thick; the bore through its middle is {bore}."));
    blanks().length(s, "thickness", tr("thickness"), [](Job& job) -> Length& { return job.blank.thickness; });
    if (blank.shape != BlankShape::Angle)
        blanks().optional_length(s, "bore", tr("diameter of the bore"), tr("none"),
                                 [](Job& job) -> std::optional<Length>& { return job.blank.bore; });
}

void BlankSlip::step_sentence(Sentence& s, const Blank& blank) {
    s.reads(blank.step ? tr("Its top {step}: beyond {stepAt} from the {stepAxis} it is {stepThickness} thick.")
                       : tr("Its top {step}."));
    blanks().choice(
        s, "step", tr("whether the top has a step"), {tr("is level"), tr("has a step")},
        [](const Job& job) { return job.blank.step ? 1 : 0; },
        [](Job& job, int filling) {
            job.blank.step.reset();
            if (filling == 1)
                job.blank.step = StepLine{Axis::X, job.blank.extent_x() / 2.0, job.blank.thickness / 2.0};
        });
    if (blank.step) {
        blanks().length(s, "stepAt", tr("place of the step"), [](Job& job) -> Length& { return job.blank.step->at; });
        blanks().one_of<Axis>(
            s, "stepAxis", tr("edge the step is measured from"),
            {{Axis::X, tr("left edge")}, {Axis::Y, tr("lower edge")}},
            [](const Job& job) { return job.blank.step ? job.blank.step->axis : Axis::X; },
            [](Job& job, Axis axis) { job.blank.step->axis = axis; });
        blanks().length(s, "stepThickness", tr("thickness beyond the step"),
                        [](Job& job) -> Length& { return job.blank.step->thickness; });
    }
}

void BlankSlip::existing_sentence(Sentence& s, std::size_t index, const Existing& there) {
    const auto reach = [index](Job& job) -> Existing& { return job.blank.existing[index]; };
    const auto name = [index](const QString& what) { return what + QString::number(index); };
    s.reads(
        there.kind == ExistingKind::Slot
            ? tr("There is {there}, a {thereKind} {thereLength} long between the middles of its ends, towards "
                 "{thereBearing}, {thereDiameter} wide, its middle {thereX} from the left edge and {thereY} from the "
                 "lower one. {removeThere}")
            : tr("There is {there}, a {thereKind} of {thereDiameter}, its middle {thereX} from the left edge and "
                 "{thereY} from the lower one. {removeThere}"));
    blanks().custom(
        s, name("there"), tr("name of what is there"),
        [index](const Job& job) { return q(job.blank.existing[index].name); },
        [index](Job& job, const QString& text) -> Result<QString> {
            Existing& one = job.blank.existing[index];
            const std::string before = one.name;
            one.name = text.simplified().toStdString();
            if (job.datum.place == DatumPlace::Existing && job.datum.on == before)
                job.datum.on = one.name; // zero stays on it
            return QString();
        });
    blanks().one_of<ExistingKind>(
        s, name("thereKind"), tr("what it is"),
        {{ExistingKind::Hole, tr("hole")}, {ExistingKind::Boss, tr("boss")}, {ExistingKind::Slot, tr("slot")}},
        [index](const Job& job) { return job.blank.existing[index].kind; },
        [reach](Job& job, ExistingKind kind) {
            reach(job).kind = kind;
            reach(job).length = kind == ExistingKind::Slot ? reach(job).diameter * 2.0 : Length{};
            reach(job).bearing = {};
        });
    if (there.kind == ExistingKind::Slot) {
        blanks().length(s, name("thereLength"), tr("length between the middles of its ends"),
                        [reach](Job& job) -> Length& { return reach(job).length; });
        blanks().direction(s, name("thereBearing"), tr("direction of the slot"),
                           [reach](Job& job) -> Angle& { return reach(job).bearing; });
        blanks().length(s, name("thereDiameter"), tr("width of the slot"),
                        [reach](Job& job) -> Length& { return reach(job).diameter; });
    } else {
        blanks().length(s, name("thereDiameter"), tr("its diameter"),
                        [reach](Job& job) -> Length& { return reach(job).diameter; });
    }
    // Measured from the edges, since zero may be on it.
    const auto from_edge = [&](const QString& blank, const QString& what, Length Point::*axis) {
        blanks().custom(
            s, name(blank), what,
            [index, axis](const Job& job) {
                const Point corner = datum_from_middle(job.blank, DatumPlace::LowerLeft);
                return shown_length(job, (job.blank.existing[index].at - corner).*axis);
            },
            [index, axis](Job& job, const QString& text) -> Result<QString> {
                return read_length(text.toStdString(), job.unit).map([&](const ReadLength& read) {
                    // If zero is on it, what is measured from zero moves along, as the drawing has it.
                    const Point corner = datum_from_middle(job.blank, DatumPlace::LowerLeft);
                    job.blank.existing[index].at.*axis = (corner.*axis) + read.value;
                    return q(both_units(read.value));
                });
            });
    };
    from_edge("thereX", tr("distance from the left edge"), &Point::x);
    from_edge("thereY", tr("distance from the lower edge"), &Point::y);
    s.ends_with(name("removeThere"), tr("it is not there"), [this, index] { remove_existing(index); });
}

void BlankSlip::add_existing() {
    Job next = document().settled();
    Existing there;
    const auto taken = [&](const std::string& name) {
        return std::any_of(next.blank.existing.begin(), next.blank.existing.end(),
                           [&](const Existing& each) { return each.name == name; });
    };
    there.name = "the boss";
    for (int n = 2; taken(there.name); ++n)
        there.name = "the boss, no. " + std::to_string(n);
    there.kind = ExistingKind::Boss;
    there.face = next.blank.up;
    there.diameter = std::min(next.blank.extent_x(), next.blank.extent_y()) / 4.0;
    next.blank.existing.push_back(there);
    (void)document().edit(tr("something on the blank"), next);
}

void BlankSlip::remove_existing(std::size_t index) {
    Job next = document().settled();
    const Existing gone = next.blank.existing.at(index);
    // Zero that was on it stays where it is, and nothing moves.
    if (next.datum.place == DatumPlace::Existing && next.datum.on == gone.name) {
        next = with_datum(next, datum_on(next, {}, {}));
    }
    next.blank.existing.erase(next.blank.existing.begin() + static_cast<std::ptrdiff_t>(index));
    (void)document().edit(tr("taking %1 off the blank").arg(q(gone.name)), next);
}

void BlankSlip::sawing_sentence(Sentence& s, const Blank& blank) {
    s.reads(blank.sawing
                ? tr("It {cutting} into {cutPieces} pieces and {cutSpares} to spare, each {cutLength} long when "
                     "finished. The saw takes {cutKerf}, and {cutFacing} is left to face on every sawn end. The "
                     "bar's left end is {cutEnd}.")
                : tr("It {cutting}."));
    blanks().choice(
        s, "cutting", tr("whether the blank is cut into pieces"), {tr("stays in one piece"), tr("is a bar to be cut")},
        [](const Job& job) { return job.blank.sawing ? 1 : 0; },
        [](Job& job, int filling) {
            job.blank.sawing.reset();
            if (filling == 1) {
                Sawing cutting;
                cutting.length = job.blank.extent_x() / 3.0;
                job.blank.sawing = cutting;
            }
        });
    if (!blank.sawing)
        return;
    const auto part = [](auto member) {
        return [member](Job & job) -> auto& {
            return (*job.blank.sawing).*member;
        };
    };
    blanks().count(s, "cutPieces", tr("number of pieces wanted"), 1, 500, part(&Sawing::pieces), "pieces");
    blanks().count(s, "cutSpares", tr("number of spare pieces"), 0, 500, part(&Sawing::spares), "pieces");
    blanks().length(s, "cutLength", tr("length of a finished piece"), part(&Sawing::length));
    blanks().length(s, "cutKerf", tr("what the saw takes"), part(&Sawing::kerf));
    blanks().length(s, "cutFacing", tr("what is left to face on a sawn end"), part(&Sawing::facing));
    blanks().flag(s, "cutEnd", tr("whether the bar's left end is finished"), tr("sawn and to be faced"),
                  tr("finished already"), part(&Sawing::end_is_true));
}

void BlankSlip::face_sentence(Sentence& s, const Blank& blank) {
    s.reads(tr("The face at hand is the {face}; every face has its own zero and its own holes."));
    blanks().one_of<Face>(
        s, "face", tr("face at hand"),
        Fillings<Face>::of(faces_of(blank.shape), [&](Face face) { return q(face_in_words(blank.shape, face)); }),
        [](const Job& job) { return job.blank.up; }, [](Job& job, Face face) { job = with_face_up(job, face); });
}

void BlankSlip::zero_sentence(Sentence& s, const Job& job) {
    const bool side = job.blank.on_side();
    const bool at_point = job.datum.place == DatumPlace::Point;
    if (side)
        s.reads(at_point ? tr("Zero is {datum}, {zeroRight} from the left end. X counts up to the {xPlus}.")
                         : tr("Zero is {datum}. X counts up to the {xPlus}."));
    else
        s.reads(at_point
                    ? tr("Zero is {datum}, {zeroRight} to the right of and {zeroUp} above the lower left corner. X "
                         "counts up to the {xPlus}, Y {yPlus}.")
                    : tr("Zero is {datum}. X counts up to the {xPlus}, Y {yPlus}."));
    blanks().choice(
        s, "datum", tr("place of zero"), in_words(zero_choices(job), job.blank),
        [](const Job& now) { return choice_of(now); },
        [](Job& next, int place) { next = with_datum(next, zero_choices(next).at(static_cast<std::size_t>(place))); });
    if (job.datum.place == DatumPlace::Point) {
        const auto offset = [&](const QString& name, const QString& what, Length Point::*axis) {
            blanks().custom(
                s, name, what, [axis](const Job& now) { return shown_length(now, now.datum.off.*axis); },
                [axis](Job& next, const QString& text) -> Result<QString> {
                    return read_length(text.toStdString(), next.unit).map([&](const ReadLength& read) {
                        Datum datum = next.datum;
                        datum.off.*axis = read.value;
                        datum.on.clear();
                        next = with_datum(next, datum);
                        return q(both_units(read.value));
                    });
                });
        };
        offset("zeroRight", tr("zero to the right of the lower left corner"), &Point::x);
        if (!side)
            offset("zeroUp", tr("zero above the lower left corner"), &Point::y);
    }
    blanks().choice(
        s, "xPlus", tr("direction of X"), {tr("right"), tr("left")},
        [](const Job& now) { return now.datum.x_plus_right ? 0 : 1; },
        [](Job& next, int way) { next.datum.x_plus_right = way == 0; });
    if (side)
        return;
    blanks().choice(
        s, "yPlus", tr("direction of Y"), {tr("upwards"), tr("downwards")},
        [](const Job& now) { return now.datum.y_plus_up ? 0 : 1; },
        [](Job& next, int way) { next.datum.y_plus_up = way == 0; });
}

void BlankSlip::move_sentence(Sentence& s, const Job& job) {
    s.reads(tr("To move the holes instead, keep their figures and count them from {moveHoles}."));
    s.choice(
        QStringLiteral("moveHoles"), tr("zero from which the same figures are counted, so that the holes move"),
        QStringList{tr("…")} + in_words(zero_choices(job), job.blank), [] { return 0; },
        [this](int filling) -> QString {
            if (filling == 0)
                return {};
            Job next = document().settled();
            next.datum = zero_choices(next).at(static_cast<std::size_t>(filling - 1));
            const Result<void> kept = document().edit(tr("moving the holes to another zero"), next);
            return kept ? QString() : q(kept.error().sentence);
        });
}

void BlankSlip::angle_sentence(Sentence& s) {
    s.reads(tr("Angles begin with 0° at {angleZero} and run {angleSense}: that is {usualAngles}."));
    blanks().custom(
        s, "angleZero", tr("place of 0 degrees"),
        [](const Job& job) { return q(direction_to_type(job.convention.zero)); },
        [](Job& job, const QString& text) -> Result<QString> {
            return read_direction(text.toStdString(), from_three_counter_clockwise).map([&](const ReadAngle& read) {
                job.convention.zero = read.value;
                return q(job.convention.in_words());
            });
        });
    blanks().sense(s, "angleSense", tr("sense of angles"), [](Job& job) -> Sense& { return job.convention.sense; });
    using Usual = std::optional<AngleConvention>;
    const Fillings<Usual> usual = {
        {from_three_counter_clockwise, tr("from 3 o'clock, counter-clockwise")},
        {from_twelve_clockwise, tr("from 12 o'clock, clockwise")},
        {AngleConvention{Angle::degrees(90), Sense::CounterClockwise}, tr("from 12 o'clock, counter-clockwise")},
        {AngleConvention{Angle::degrees(0), Sense::Clockwise}, tr("from 3 o'clock, clockwise")},
        {std::nullopt, tr("none of the usual four")}};
    blanks().one_of<Usual>(
        s, "usualAngles", tr("the usual conventions"), usual,
        [usual](const Job& job) { return usual.place_of(job.convention) < 0 ? Usual() : Usual(job.convention); },
        [](Job& job, Usual chosen) { job.convention = chosen.value_or(job.convention); });
}

} // namespace clockface::app

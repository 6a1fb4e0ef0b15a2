// The Proof slip's page of one hole: pin and size, depths by gauge, the real screw, a hole across a bar, its mark.
#include "proof/proof_slip.h"

#include "look/words.h"
#include "measure/figures.h"
#include "measure/shop_number.h"
#include "survey/part_text.h"

namespace clockface::app {

std::optional<std::size_t> ProofSlip::chosen_hole() const {
    const auto& holes = m_desk.measured_part().holes;
    for (std::size_t i = 0; i < holes.size(); ++i)
        if (holes[i].name == selection().hole())
            return i;
    return std::nullopt;
}

std::optional<HoleRead> ProofSlip::read_of(const Job& job, const HoleId& hole) const {
    const MeasuredPiece* measured = clockface::measured_piece(job.proof, m_desk.piece());
    const HoleRead* read = measured ? read_at(*measured, hole) : nullptr;
    return read ? std::optional(*read) : std::nullopt;
}

HoleRead& ProofSlip::read_of(Job& job, const HoleId& hole) {
    HoleRead& read = read_at(clockface::measured_piece(job.proof, m_desk.piece()), hole);
    read.time = document().clock();
    return read;
}

void ProofSlip::figure(Sentence& s, const QString& name, const QString& what, const HoleId& hole, Figure of) {
    blanks().custom(
        s, name, what,
        [this, hole, of](const Job& job) {
            std::optional<HoleRead> read = read_of(job, hole);
            const std::optional<Length> figure = read ? of(*read) : std::nullopt;
            return figure ? q(with_unit(*figure, job.unit)) : tr("not read");
        },
        [this, hole, of](Job& job, const QString& text) -> Result<QString> {
            std::optional<Length> typed;
            if (!text.trimmed().isEmpty() && text != tr("not read")) {
                const auto length = read_length(text.toStdString(), job.unit);
                if (!length)
                    return tl::unexpected(length.error());
                if (!(length->value > Length{}))
                    return problem({},
                                   tr("A reading is above nought. Leave it empty if it was not read.").toStdString());
                typed = length->value;
            }
            HoleRead& read = read_of(job, hole);
            of(read) = typed;
            // A pin that cannot be in its hole is told where it is typed.
            if (const auto chosen = chosen_hole(); chosen && read.pin) {
                OldHole in = m_desk.part().holes[*chosen];
                in.pin = read.pin;
                in.diameter = read.across.value_or(in.diameter);
                if (const auto fault = pin_fault(in, job.unit))
                    return problem({}, *fault);
            }
            tidy(job.proof);
            return typed ? q(with_unit(*typed, job.unit)) : tr("not read");
        });
}

void ProofSlip::write_hole(Card& card) {
    const auto chosen = chosen_hole();
    card.hangs_on(q(selection().hole()));
    if (!chosen) {
        card.quiet(tr("Choose a hole on the board."));
        return;
    }
    const clockface::Hole& hole = m_desk.measured_part().holes[*chosen];
    const HoleId id = id_of(document().job(), hole);
    card.hangs_on(id.pattern);
    card.heading(tr("Hole %1").arg(q(hole.name)));
    const auto& proof = m_desk.proof();
    if (proof && *chosen < proof->verdicts.holes.size()) {
        card.words(QStringLiteral("holePlace"), q(proof->verdicts.holes[*chosen].words), Card::OfUse::ToCopy);
        int number = 0;
        for (const HoleCheck& each : proof->checks[*chosen])
            card.words(QStringLiteral("holeCheck:%1").arg(++number), q(each.words), Card::OfUse::ToCopy);
    }
    write_sizes(card, id);
    write_depths(card, hole);
    if (hole.spec.purpose == Purpose::Tapped)
        write_screw(card, id);
    if (hole.bar)
        write_cross(card, id);
    else
        write_mark(card, id);
}

void ProofSlip::write_sizes(Card& card, const HoleId& hole) {
    Sentence& s = card.sentence(QStringLiteral("holeSizes"));
    s.reads(tr("The pin in it is really {pin}, its own diameter {across}."));
    figure(s, QStringLiteral("pin"), tr("real diameter of the pin in it"), hole,
           [](HoleRead& read) -> std::optional<Length>& { return read.pin; });
    figure(s, QStringLiteral("across"), tr("its diameter as measured"), hole,
           [](HoleRead& read) -> std::optional<Length>& { return read.across; });
}

void ProofSlip::write_depths(Card& card, const clockface::Hole& hole) {
    if (is_through(hole.spec))
        return;
    const HoleId id = id_of(document().job(), hole);
    const bool tapped = hole.spec.purpose == Purpose::Tapped;
    card.hangs_on(tapped);
    Sentence& s = card.sentence(QStringLiteral("holeDepths"));
    s.reads(tapped ? tr("By the depth gauge: {tip} to the tip, {full} of full diameter, {thread} of full thread.")
                   : tr("By the depth gauge: {tip} to the tip, {full} of full diameter."));
    figure(s, QStringLiteral("tip"), tr("depth to the tip"), id,
           [](HoleRead& read) -> std::optional<Length>& { return read.tip; });
    figure(s, QStringLiteral("full"), tr("depth of full diameter"), id,
           [](HoleRead& read) -> std::optional<Length>& { return read.full; });
    if (tapped)
        figure(s, QStringLiteral("thread"), tr("depth of full thread"), id,
               [](HoleRead& read) -> std::optional<Length>& { return read.thread; });
}

void ProofSlip::write_screw(Card& card, const HoleId& hole) {
    const auto screw_of = [this, hole](const Job& job) {
        const std::optional<HoleRead> read = read_of(job, hole);
        return read ? read->screw : std::nullopt;
    };
    const auto now = screw_of(document().job());
    const bool stops = now && now->goes == ScrewGoes::Stops;
    card.hangs_on(now.has_value()).hangs_on(stops);
    Sentence& s = card.sentence(QStringLiteral("screwTried"));
    s.reads(!now    ? tr("The real screw {screwGoes}.")
            : stops ? tr("The real screw {screwGoes} at {stopsAt}, its head {seats}.")
                    : tr("The real screw {screwGoes}, its head {seats}."));
    using Goes = std::optional<ScrewGoes>;
    blanks().one_of<Goes>(
        s, QStringLiteral("screwGoes"), tr("how the real screw goes"),
        Fillings<Goes>({{Goes(), tr("was not tried")},
                        {ScrewGoes::Freely, tr("goes in by hand")},
                        {ScrewGoes::Tightly, tr("goes in tightly")},
                        {ScrewGoes::Stops, tr("stops")}}),
        [screw_of](const Job& job) {
            const auto tried = screw_of(job);
            return tried ? Goes(tried->goes) : Goes();
        },
        [this, hole](Job& job, const Goes& goes) {
            std::optional<ScrewTried>& screw = read_of(job, hole).screw;
            if (goes) {
                screw = screw.value_or(ScrewTried{});
                screw->goes = *goes;
            } else {
                screw.reset();
            }
            tidy(job.proof);
        });
    if (!now)
        return;
    blanks().one_of<bool>(
        s, QStringLiteral("seats"), tr("whether its head seats"),
        Fillings<bool>({{true, tr("seats flush")}, {false, tr("does not seat")}}),
        [screw_of](const Job& job) { return screw_of(job).value_or(ScrewTried{}).head_seats; },
        [this, hole](Job& job, bool seats) {
            if (auto& screw = read_of(job, hole).screw)
                screw->head_seats = seats;
        });
    if (stops)
        figure(s, QStringLiteral("stopsAt"), tr("how far the screw enters"), hole,
               [](HoleRead& read) -> std::optional<Length>& {
                   read.screw = read.screw.value_or(ScrewTried{});
                   return read.screw->stops_at;
               });
}

void ProofSlip::write_cross(Card& card, const HoleId& hole) {
    Sentence& s = card.sentence(QStringLiteral("crossRead"));
    s.reads(
        tr("Read {overPin}: where it enters {entryCcw} on the counter-clockwise side and {entryCw} on the other; where "
           "it comes out {exitCcw} and {exitCw}, on the same two sides."));
    blanks().one_of<bool>(
        s, QStringLiteral("overPin"), tr("how a hole across the bar is read"),
        Fillings<bool>(
            {{false, tr("from the bar's side to the hole's edge")}, {true, tr("over the bar and a pin in it")}}),
        [this, hole](const Job& job) { return read_of(job, hole).value_or(HoleRead{}).cross.over_pin; },
        [this, hole](Job& job, bool over_pin) {
            read_of(job, hole).cross.over_pin = over_pin;
            tidy(job.proof);
        });
    figure(s, QStringLiteral("entryCcw"), tr("reading on the counter-clockwise side where it enters"), hole,
           [](HoleRead& read) -> std::optional<Length>& { return read.cross.entry_ccw; });
    figure(s, QStringLiteral("entryCw"), tr("reading on the clockwise side where it enters"), hole,
           [](HoleRead& read) -> std::optional<Length>& { return read.cross.entry_cw; });
    figure(s, QStringLiteral("exitCcw"), tr("reading on the counter-clockwise side where it comes out"), hole,
           [](HoleRead& read) -> std::optional<Length>& { return read.cross.exit_ccw; });
    figure(s, QStringLiteral("exitCw"), tr("reading on the clockwise side where it comes out"), hole,
           [](HoleRead& read) -> std::optional<Length>& { return read.cross.exit_cw; });
    const auto chosen = chosen_hole();
    if (!chosen)
        return;
    const clockface::Hole& across = m_desk.measured_part().holes[*chosen];
    const HoleRead read = read_of(document().job(), hole).value_or(HoleRead{});
    if (const auto skated = skated_start(document().job(), across, read.cross))
        card.words(QStringLiteral("skated"), q(*skated), Card::OfUse::ToCopy);
    const bool over_pin = read.cross.over_pin;
    const Length size = over_pin && read.pin ? *read.pin : across.spec.diameter;
    const Length radius = bar_radius_at(document().job(), across);
    const auto expect = [&](bool ccw) {
        return q(thousandths(expected_cross(radius, size, across.bar->offset, ccw, over_pin), document().job().unit));
    };
    card.words(
        QStringLiteral("crossExpected"),
        tr("To be expected: %1 on the counter-clockwise side, %2 on the other.").arg(expect(true), expect(false)));
}

void ProofSlip::mark_axis(Sentence& s, const QString& name, const QString& what, const HoleId& hole,
                          Length Point::*axis) {
    blanks().custom(
        s, name, what,
        [this, hole, axis](const Job& job) {
            const std::optional<HoleRead> read = read_of(job, hole);
            return read && read->mark_off ? q(with_unit((*read->mark_off).*axis, job.unit)) : tr("not looked at");
        },
        [this, hole, axis](Job& job, const QString& text) -> Result<QString> {
            std::optional<Point>& off = read_of(job, hole).mark_off;
            if (text.trimmed().isEmpty() || text == tr("not looked at")) {
                off.reset();
                tidy(job.proof);
                return tr("not looked at");
            }
            return read_length(text.toStdString(), job.unit).map([&](const ReadLength& length) {
                off = off.value_or(Point{});
                (*off).*axis = length.value;
                return q(with_unit(length.value, job.unit));
            });
        });
}

void ProofSlip::write_mark(Card& card, const HoleId& hole) {
    Sentence& s = card.sentence(QStringLiteral("markOff"));
    s.reads(tr("Before it is drilled: its mark stands {markX} right and {markY} up of its place."));
    mark_axis(s, QStringLiteral("markX"), tr("how far right of its place its mark stands"), hole, &Point::x);
    mark_axis(s, QStringLiteral("markY"), tr("how far up of its place its mark stands"), hole, &Point::y);
    const auto& proof = m_desk.proof();
    if (!proof)
        return;
    int number = 0;
    for (const MarkChecked& each : proof->marks.marks)
        if (proof->measured.holes[each.hole].name == selection().hole())
            card.words(QStringLiteral("markWords"), q(each.words), Card::OfUse::ToCopy);
    for (const std::string& sentence : proof->marks.sentences)
        card.words(QStringLiteral("marksWords:%1").arg(++number), q(sentence), Card::OfUse::ToCopy);
}

} // namespace clockface::app

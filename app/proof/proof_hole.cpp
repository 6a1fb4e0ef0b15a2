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

void ProofSlip::figure(Sentence& s, const QString& name, const QString& what, const HoleId& hole,
                       std::optional<Length>& (*of)(HoleRead&)) {
    const int piece = m_desk.piece();
    blanks().custom(
        s, name, what,
        [piece, hole, of](const Job& job) {
            const MeasuredPiece* measured = clockface::measured_piece(job.proof, piece);
            const HoleRead* read = measured ? read_at(*measured, hole) : nullptr;
            if (!read)
                return tr("not read");
            HoleRead copy = *read;
            const std::optional<Length> figure = of(copy);
            return figure ? q(with_unit(*figure, job.unit)) : tr("not read");
        },
        [this, piece, hole, of](Job& job, const QString& text) -> Result<QString> {
            std::optional<Length> read;
            if (!text.trimmed().isEmpty() && text != tr("not read")) {
                const auto length = read_length(text.toStdString(), job.unit);
                if (!length)
                    return tl::unexpected(length.error());
                if (!(length->value > Length{}))
                    return problem({},
                                   tr("A reading is above nought. Leave it empty if it was not read.").toStdString());
                read = length->value;
            }
            HoleRead& at = read_at(clockface::measured_piece(job.proof, piece), hole);
            at.time = document().clock();
            of(at) = read;
            // A pin that cannot be in its hole is told where it is typed.
            if (const auto chosen = chosen_hole(); chosen && at.pin) {
                OldHole in = m_desk.part().holes[*chosen];
                in.pin = at.pin;
                in.diameter = at.across.value_or(in.diameter);
                if (const auto fault = pin_fault(in, job.unit))
                    return problem({}, *fault);
            }
            tidy(job.proof);
            return read ? q(with_unit(*read, job.unit)) : tr("not read");
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
    const int piece = m_desk.piece();
    const auto screw_of = [piece, hole](const Job& job) -> std::optional<ScrewTried> {
        const MeasuredPiece* measured = clockface::measured_piece(job.proof, piece);
        const HoleRead* read = measured ? read_at(*measured, hole) : nullptr;
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
    const auto at = [this, piece, hole](Job& job) -> HoleRead& {
        HoleRead& read = read_at(clockface::measured_piece(job.proof, piece), hole);
        read.time = document().clock();
        return read;
    };
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
        [at](Job& job, const Goes& goes) {
            std::optional<ScrewTried>& screw = at(job).screw;
            if (!goes) {
                screw.reset();
                return tidy(job.proof);
            }
            screw = screw.value_or(ScrewTried{});
            screw->goes = *goes;
        });
    if (!now)
        return;
    blanks().one_of<bool>(
        s, QStringLiteral("seats"), tr("whether its head seats"),
        Fillings<bool>({{true, tr("seats flush")}, {false, tr("does not seat")}}),
        [screw_of](const Job& job) { return screw_of(job).value_or(ScrewTried{}).head_seats; },
        [at](Job& job, bool seats) {
            HoleRead& read = at(job);
            read.screw = read.screw.value_or(ScrewTried{});
            read.screw->head_seats = seats;
        });
    if (stops)
        figure(s, QStringLiteral("stopsAt"), tr("how far the screw enters"), hole,
               [](HoleRead& read) -> std::optional<Length>& {
                   read.screw = read.screw.value_or(ScrewTried{});
                   return read.screw->stops_at;
               });
}

void ProofSlip::write_cross(Card& card, const HoleId& hole) {
    const int piece = m_desk.piece();
    Sentence& s = card.sentence(QStringLiteral("crossRead"));
    s.reads(
        tr("Read {overPin}: where it enters {entryCcw} on the counter-clockwise side and {entryCw} on the other; where "
           "it comes out {exitCcw} and {exitCw}, on the same two sides."));
    blanks().flag(s, QStringLiteral("overPin"), tr("how a hole across the bar is read"),
                  tr("from the bar's side to the hole's edge"), tr("over the bar and a pin in it"),
                  [piece, hole](Job& job) -> bool& {
                      return read_at(clockface::measured_piece(job.proof, piece), hole).cross.over_pin;
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
    const HoleRead* read = read_at(m_desk.measured(), hole);
    const bool over_pin = read && read->cross.over_pin;
    const Length size = over_pin && read->pin ? *read->pin : across.spec.diameter;
    const Length radius = bar_radius_at(document().job(), across);
    const auto expect = [&](bool ccw) {
        return q(thousandths(expected_cross(radius, size, across.bar->offset, ccw, over_pin), document().job().unit));
    };
    card.words(
        QStringLiteral("crossExpected"),
        tr("To be expected: %1 on the counter-clockwise side, %2 on the other.").arg(expect(true), expect(false)));
}

void ProofSlip::write_mark(Card& card, const HoleId& hole) {
    const int piece = m_desk.piece();
    Sentence& s = card.sentence(QStringLiteral("markOff"));
    s.reads(tr("Before it is drilled: its mark stands {markX} right and {markY} up of its place."));
    const auto axis = [&](const QString& name, const QString& what, Length Point::*which) {
        blanks().custom(
            s, name, what,
            [piece, hole, which](const Job& job) {
                const MeasuredPiece* measured = clockface::measured_piece(job.proof, piece);
                const HoleRead* read = measured ? read_at(*measured, hole) : nullptr;
                return read && read->mark_off ? q(with_unit((*read->mark_off).*which, job.unit)) : tr("not looked at");
            },
            [this, piece, hole, which](Job& job, const QString& text) -> Result<QString> {
                HoleRead& read = read_at(clockface::measured_piece(job.proof, piece), hole);
                read.time = document().clock();
                if (text.trimmed().isEmpty() || text == tr("not looked at")) {
                    read.mark_off.reset();
                    tidy(job.proof);
                    return tr("not looked at");
                }
                return read_length(text.toStdString(), job.unit).map([&](const ReadLength& length) {
                    read.mark_off = read.mark_off.value_or(Point{});
                    (*read.mark_off).*which = length.value;
                    return q(with_unit(length.value, job.unit));
                });
            });
    };
    axis(QStringLiteral("markX"), tr("how far right of its place its mark stands"), &Point::x);
    axis(QStringLiteral("markY"), tr("how far up of its place its mark stands"), &Point::y);
    if (const auto& proof = m_desk.proof()) {
        int number = 0;
        for (const MarkChecked& each : proof->marks.marks)
            if (proof->measured.holes[each.hole].name == selection().hole())
                card.words(QStringLiteral("markWords"), q(each.words), Card::OfUse::ToCopy);
        for (const std::string& sentence : proof->marks.sentences)
            card.words(QStringLiteral("marksWords:%1").arg(++number), q(sentence), Card::OfUse::ToCopy);
    }
}

} // namespace clockface::app

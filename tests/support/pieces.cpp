#include "support/pieces.h"

#include <rapidcheck.h>

namespace clockface::testing {

namespace {

Deed any_deed(const Job& job) {
    Deed deed;
    deed.setup = *rc::gen::inRange(1, 4);
    deed.act =
        *rc::gen::element(Act::Zero, Act::Lay, Act::Tool, Act::Move, Act::Mark, Act::Touch, Act::Cut, Act::Check);
    if (*rc::gen::arbitrary<bool>())
        deed.hole = HoleId{*rc::gen::inRange(0, job.next_id + 2), *rc::gen::inRange(1, 9)};
    deed.what = *rc::gen::element<std::string>("", "drill", "tap 2", "metric-mill:");
    deed.with = *rc::gen::element<std::string>("", "4.2 mm drill");
    deed.again = *rc::gen::inRange(0, 3);
    return deed;
}

Happening any_happening(const Job& job, std::int64_t id) {
    const HoleId hole{*rc::gen::inRange(0, job.next_id + 2), *rc::gen::inRange(1, 9)};
    switch (*rc::gen::inRange(0, 8)) {
    case 0:
        return id > 1 ? Happening(TakenBack{*rc::gen::inRange<std::int64_t>(1, id)}) : Happening(Spoiled{hole});
    case 1:
        return WentTo{*rc::gen::inRange(1, 4), *rc::gen::arbitrary<bool>() ? std::optional(hole) : std::nullopt};
    case 2:
        return Inspected{hole, "across", Length::mm(*rc::gen::inRange(1, 90000) / 1000.0)};
    case 3:
        return Noted{*rc::gen::element<std::string>("", "chips in the bore", "Größe <geprüft>")};
    case 5:
        return ZeroFoundAgain{
            *rc::gen::inRange(1, 4),
            {{TouchedAt::Place, hole, {Length::mm(*rc::gen::inRange(-900, 900) / 10.0), {}}, {}, Length::mm(0.02)},
             {TouchedAt::EdgeX, {}, {Length::mm(-5), {}}, {Length::mm(-4.99), Length::mm(7)}, Length::mm(0.01)}}};
    case 4:
        return ZeroRestored{1, "mill", Axis::Y, Length::mm(*rc::gen::inRange(-9000, 9000) / 100.0)};
    default:
        if (*rc::gen::arbitrary<bool>())
            return Done{
                any_deed(job), std::nullopt, {{Axis::X, Length::mm(-5), Length::mm(12.345), "edge finder"}, {}}};
        return Done{any_deed(job)};
    }
}

} // namespace

Piece piece_of_everything(const Job& job) {
    const HoleId hole{job.patterns.front().id, 1};
    Piece piece{2, "B", {}, Standing{{1, Act::Move, hole, "go", "", 1}}};
    const std::vector<Happening> all = {
        Done{{1, Act::Cut, hole, "drill", "4.2 mm drill", 1},
             Made{{Length::mm(20), Length::mm(30)}, {}, Length::mm(11)}},
        TakenBack{1},
        WentTo{1, hole},
        Spoiled{hole},
        Inspected{hole, "across", Length::mm(4.02)},
        Noted{"chips in the bore"},
        Done{{1, Act::Zero, {}, "mill:touch-x-near"}, {}, {{Axis::X, Length::mm(-5), Length::mm(12.3), "edge finder"}}},
        ZeroRestored{1, "mill", Axis::X, Length::mm(17.3)},
        ZeroFoundAgain{1,
                       {{TouchedAt::Place,
                         hole,
                         {Length::mm(20), Length::mm(30)},
                         {Length::mm(20.4), Length::mm(29.7)},
                         Length::mm(0.02)},
                        {TouchedAt::EdgeY,
                         {},
                         {Length::mm(0), Length::mm(-5)},
                         {Length::mm(60), Length::mm(-4.1)},
                         Length::mm(0.01)}}}};
    for (const Happening& each : all)
        piece.log.push_back({static_cast<std::int64_t>(piece.log.size()) + 1, 1775121300, each});
    return piece;
}

Piece any_piece(const Job& job) {
    Piece piece{*rc::gen::inRange(1, 400), *rc::gen::element<std::string>("", "B", "with the scratch"), {}, {}};
    std::int64_t id = 0, time = *rc::gen::inRange<std::int64_t>(0, 4'000'000'000);
    for (int lines = *rc::gen::inRange(0, 12); lines > 0; --lines) {
        id += *rc::gen::inRange(1, 3);
        time += *rc::gen::inRange(0, 100'000);
        piece.log.push_back({id, time, any_happening(job, id)});
    }
    if (*rc::gen::arbitrary<bool>())
        piece.standing = Standing{any_deed(job)};
    return piece;
}

JobProof proof_of_everything(const Job& job) {
    const auto mm = [](double value) { return Length::mm(value); };
    const HoleId one{job.patterns.front().id, 1}, other{job.patterns.back().id, 2};
    MeasuredPiece piece;
    piece.number = 3;
    piece.readings = {{1775121300, Face::Top, ReadingKind::OverPins, {one, other}, mm(46.013)},
                      {1775121301,
                       Face::Under,
                       ReadingKind::AngleAt,
                       {one, other, HoleId{9999, 1}},
                       {},
                       Angle::degrees(91.5),
                       Instrument::Protractor,
                       true},
                      {1775121302, Face::Top, ReadingKind::Wall, {one, std::string("left")}, mm(19.4)}};
    HoleRead& read = read_at(piece, other);
    read.time = 1775121303;
    read.pin = mm(7.98);
    read.across = mm(8.01);
    read.tip = mm(17);
    read.full = mm(15.1);
    read.thread = mm(12.2);
    read.screw = ScrewTried{ScrewGoes::Stops, mm(9.5), false};
    read.mark_off = Point{mm(0.1), mm(-0.2)};
    read.cross = {mm(7), mm(7.1), {}, mm(7.3), true};
    piece.wiped = {{1775121304, Instrument::HeightGauge, mm(-0.01)}, {1775121305, Instrument::Caliper, {}}};
    piece.fits = {{1775121306, "the bearing block", false, "tight at the far end"}};
    piece.saved = SavedBy{1775121307,
                          "Make A2 0.2 to the right of the drawing.",
                          {{other, Point{mm(0.2), mm(0)}, {}}, {one, {}, "open to 6.1 mm"}}};
    JobProof proof;
    proof.pieces = {piece};
    proof.instruments[0].error = mm(0.02);
    proof.instruments[1].reach = mm(300);
    proof.instruments[2].at_hand = false;
    proof.mate = {MateIs::Measured, mm(0.04), 2, true, true, {{one.pattern, MateHole::Clear, mm(6.6), mm(6)}}};
    return proof;
}

} // namespace clockface::testing

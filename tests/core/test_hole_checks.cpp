// What is proved at one hole by itself, and marks before they are drilled: by hand; and what is kept in the file.
#include "formats/job_json.h"
#include "formats/proof_report.h"
#include "inspection/face_proof.h"
#include "layout/validate.h"
#include "support/jobs.h"
#include "support/pieces.h"

#include <QTest>
#include <nlohmann/json.hpp>

using namespace clockface;
using namespace clockface::testing;

namespace {

// Tapped M6, 12 of full thread, blind in a block of 30; and a reamed hole of 8 H7, 15 deep.
Job block() {
    Job job = plate_of(100, 80, 30);
    Pattern screws = row("A", 22, 31, 2, 41, 0, 6);
    screws.hole.purpose = Purpose::Tapped;
    screws.hole.label = "M6";
    screws.hole.depth = mm(12);
    Pattern pin = single("P", 71, 17, 8);
    pin.hole.purpose = Purpose::Reamed;
    pin.hole.label = "H7";
    pin.hole.depth = mm(15);
    job.patterns = {screws, pin};
    return with_ids(job);
}

struct Proved {
    Job job;
    Shop shop = default_shop();
    MeasuredPiece piece{1, {}, {}, {}, {}};

    explicit Proved(Job made)
        : job(std::move(made)) {}
    HoleRead& at(int pattern, int number) {
        return read_at(piece, HoleId{job.patterns[static_cast<std::size_t>(pattern)].id, number});
    }
    [[nodiscard]] FaceProof proof() const {
        const Plan plan = make_plan(job, shop);
        return face_proof(job, shop, plan.of(job.setup), piece);
    }
    [[nodiscard]] HoleCheck check(std::size_t hole, Check what) const {
        const FaceProof all = proof();
        for (const HoleCheck& each : all.checks[hole])
            if (each.what == what)
                return each;
        return {};
    }
};

} // namespace

class HoleChecked : public QObject {
    Q_OBJECT
private slots:
    void depths();
    void sizes_by_their_fit();
    void the_real_screw();
    void across_a_bar();
    void marks_are_drawn_over_the_right_way();
    void a_row_of_marks_against_its_line();
    void a_piece_comes_to_its_worst();
    void zero_that_drifted();
    void report_says_what_was_read();
    void the_file_keeps_it_all();
    void bad_files_are_refused();
};

void HoleChecked::depths() {
    Proved p(block());
    // Thread: at least 12. A caliper is trusted to 0.03, so twice that is the error.
    const auto thread = [&](double is) {
        p.at(0, 1).thread = mm(is);
        return *p.check(0, Check::FullThread).verdict;
    };
    QVERIFY(thread(12.06) == Verdict::Good);
    QVERIFY(thread(12.05) == Verdict::CannotTell);
    QVERIFY(thread(11.95) == Verdict::CannotTell);
    QVERIFY(thread(11.93) == Verdict::Bad);
    // Full diameter of the reamed hole: 15 to 15.5.
    const auto full = [&](double is) {
        p.at(1, 1).full = mm(is);
        return *p.check(2, Check::FullDiameter).verdict;
    };
    QVERIFY(full(15.2) == Verdict::Good);
    QVERIFY(full(15.6) == Verdict::Bad);
    QVERIFY(full(14.9) == Verdict::Bad);
    p.job.depths_within = mm(1);
    QVERIFY(full(15.6) == Verdict::Good);
    // The tip stays in the metal, 30 thick.
    p.at(0, 1).tip = mm(29.98);
    QVERIFY(p.check(0, Check::Tip).verdict == Verdict::CannotTell);
    p.at(0, 1).tip = mm(20);
    QVERIFY(p.check(0, Check::Tip).verdict == Verdict::Good);
}

void HoleChecked::sizes_by_their_fit() {
    Proved p(block());
    for (InstrumentError& each : p.job.proof.instruments)
        each.error = mm(0.001);
    // 8 H7: 8.000 to 8.015 (ISO 286-2).
    const auto size = [&](double is) {
        p.at(1, 1).across = mm(is);
        return *p.check(2, Check::Across).verdict;
    };
    QVERIFY(size(8.008) == Verdict::Good);
    QVERIFY(size(8.014) == Verdict::CannotTell);
    QVERIFY(size(8.018) == Verdict::Bad);
    QVERIFY(size(7.997) == Verdict::Bad);
    p.job.proof.instruments = usual_instruments();
    QVERIFY(size(8.008) == Verdict::CannotTell); // a caliper is no finer than the fit
}

void HoleChecked::the_real_screw() {
    Proved p(block());
    QVERIFY(!p.check(0, Check::Screw).verdict);
    QVERIFY(p.check(0, Check::Screw).words.find("12 mm") != std::string::npos);
    const auto tried = [&](ScrewTried how) {
        p.at(0, 1).screw = how;
        return p.check(0, Check::Screw);
    };
    QVERIFY(tried({ScrewGoes::Freely, {}, true}).verdict == Verdict::Good);
    QVERIFY(tried({ScrewGoes::Tightly, {}, true}).words.find("tap") != std::string::npos);
    QVERIFY(tried({ScrewGoes::Tightly, {}, true}).verdict == Verdict::Bad);
    QVERIFY(tried({ScrewGoes::Freely, {}, false}).verdict == Verdict::Bad);
    QVERIFY(tried({ScrewGoes::Stops, mm(9), true}).verdict == Verdict::Bad);
    QVERIFY(tried({ScrewGoes::Stops, mm(9), true}).words.find("9 mm") != std::string::npos);
    QVERIFY(tried({ScrewGoes::Stops, mm(13), true}).verdict == Verdict::Good); // deep enough: it stands on the bottom
    QVERIFY(tried({ScrewGoes::Stops, {}, true}).verdict == Verdict::CannotTell);
}

// A bar of 20, a hole of 5 whose axis enters 0.3 towards the counter-clockwise side and comes out 0.5 the other way.
// From the sides: 10 - 0.3 - 2.5 = 7.2 and 10 + 0.3 - 2.5 = 7.8; 10 + 0.5 - 2.5 = 8.0 and 7.0. Lean: atan(-0.8 / 20).
void HoleChecked::across_a_bar() {
    CrossReadings read;
    read.entry_ccw = mm(7.2);
    read.entry_cw = mm(7.8);
    read.exit_ccw = mm(8.0);
    read.exit_cw = mm(7.0);
    CrossAxis axis = cross_axis(read, mm(20));
    QVERIFY(abs(*axis.entry - mm(0.3)) < mm(1e-9) && abs(*axis.exit + mm(0.5)) < mm(1e-9));
    QVERIFY(std::fabs(axis.lean->in_degrees() + 2.2906) < 1e-4);
    // Over the bar and a pin of 4.98 in it: 10 + 0.3 + 2.49 and 10 - 0.3 + 2.49.
    read = {};
    read.over_pin = true;
    read.entry_ccw = mm(12.79);
    read.entry_cw = mm(12.19);
    axis = cross_axis(read, mm(20));
    QVERIFY(abs(*axis.entry - mm(0.3)) < mm(1e-9) && !axis.exit && !axis.lean);
    QVERIFY(abs(expected_cross(mm(10), mm(5), mm(0.3), true, false) - mm(7.2)) < mm(1e-9));
    QVERIFY(abs(expected_cross(mm(10), mm(5), mm(0.3), false, false) - mm(7.8)) < mm(1e-9));
    QVERIFY(abs(expected_cross(mm(10), mm(4.98), mm(0.3), true, true) - mm(12.79)) < mm(1e-9));
    Job job = plate_of(120, 20, 20);
    job.blank.shape = BlankShape::RoundBar;
    job.blank.diameter.nominal = mm(20);
    job.datum.place = DatumPlace::LeftEdge;
    Pattern cross;
    cross.name = "C";
    BarPattern bar;
    bar.along = mm(30);
    bar.at = deg(90);
    cross.layout = bar;
    cross.hole.diameter = mm(5);
    job.patterns = {cross};
    job.axis_within = mm(0.1);
    Proved p(with_ids(job));
    QVERIFY(!first_fault(p.job));
    p.at(0, 1).cross = {mm(7.46), mm(7.54), mm(7.3), mm(7.7), false}; // 0.04 and 0.2 out
    QVERIFY(p.check(0, Check::CrossEntry).verdict == Verdict::Good);
    QVERIFY(p.check(0, Check::CrossExit).verdict == Verdict::Bad);
    QVERIFY(p.check(0, Check::CrossLean).words.find("0.46°") != std::string::npos); // atan(0.16 / 20)
    QVERIFY(p.proof().all == Verdict::Bad);
    // On a shoulder of 14 from 22 mm on the same readings are from its own sides.
    p.job.blank.bar.shoulders = {{mm(22), mm(14)}};
    QCOMPARE(bar_radius_at(p.job, p.proof().measured.holes[0]), mm(7));
    QVERIFY(p.check(0, Check::CrossLean).words.find("0.65°") != std::string::npos); // atan(0.16 / 14)
    // Rolled out, distances are not what a caliper reads: none is taken, and one that is there counts for nothing.
    const MeasuredPart side = measured_part(p.job, p.piece, Estimates{});
    Reading over;
    over.between = {"C1", "left"};
    QVERIFY(!as_kept(side, p.job, over, 0));
    p.piece.readings = {
        {0, Face::Top, ReadingKind::Centres, {HoleId{p.job.patterns[0].id, 1}, std::string("bore")}, mm(9)}};
    const FaceProof with = p.proof();
    QVERIFY(with.measured.part.readings.empty());
    QVERIFY(with.found.sentences.front().find("one by one") != std::string::npos);
}

void HoleChecked::marks_are_drawn_over_the_right_way() {
    Proved p(block());
    p.job.holes_within = mm(0.2);
    p.at(0, 1).mark_off = Point{mm(-0.41), mm(0.02)};
    p.at(0, 2).mark_off = Point{mm(0.01), mm(0.01)};
    const MarksChecked marks = p.proof().marks;
    QCOMPARE(marks.marks.size(), std::size_t{2});
    QVERIFY(marks.marks[0].verdict == Verdict::Bad);
    // It stands to the left, so it has to go to the right: the top leans left, the blow drives the point right.
    QVERIFY(marks.marks[0].draw_over == (Point{mm(0.41), mm(-0.02)}));
    QVERIFY2(marks.marks[0].words.find("lean the top of the punch to the left") != std::string::npos,
             marks.marks[0].words.c_str());
    QVERIFY(marks.marks[0].words.find("0.41 mm to the right") != std::string::npos);
    QVERIFY(marks.marks[1].verdict == Verdict::Good);
    QVERIFY(marks.sentences.front().find("Begin with A1") != std::string::npos);
}

// A row at 30 degrees; its marks lie on a line of their own, 0.1 to the left, but for the third, 0.25 to its right.
void HoleChecked::a_row_of_marks_against_its_line() {
    Job job = plate_of(140, 120, 10);
    job.patterns = {row("A", 15, 15, 5, 23.7, 30)};
    Proved p(with_ids(job));
    const double c = std::cos(0.5235987755982988), s = std::sin(0.5235987755982988);
    for (int i = 1; i <= 5; ++i) {
        const double v = i == 3 ? -0.15 : 0.1;
        p.at(0, i).mark_off = Point{mm(-s * v), mm(c * v)};
    }
    const MarksChecked marks = p.proof().marks;
    // Through the five the line lies at the mean, 0.05: the third stands 0.2 to the right of it.
    const std::string& said = marks.sentences.back();
    QVERIFY2(said.find("A3") != std::string::npos && said.find("0.2 mm to the right") != std::string::npos,
             said.c_str());
}

void HoleChecked::a_piece_comes_to_its_worst() {
    Proved p(block());
    QVERIFY(!p.proof().all);
    p.at(0, 1).thread = mm(13);
    QVERIFY(p.proof().all == Verdict::CannotTell); // the others were not measured
    p.at(0, 2).thread = mm(11);
    QVERIFY(p.proof().all == Verdict::Bad);
    p.at(0, 2).thread = mm(13);
    p.piece.fits = {{0, "the bearing block", false, ""}};
    const FaceProof proof = p.proof();
    QVERIFY(proof.all == Verdict::Bad);
    QVERIFY(proof.sentences.front().find("bearing block") != std::string::npos);
}

void HoleChecked::zero_that_drifted() {
    Proved p(block());
    QVERIFY(drift_in_words(p.job, p.piece).empty()); // nothing read yet
    p.piece.readings = {{0, Face::Top, ReadingKind::Wall, {HoleId{1, 1}, std::string("left")}, mm(10)}};
    QVERIFY(drift_in_words(p.job, p.piece).find("wipe") != std::string::npos);
    p.piece.wiped = {{100, Instrument::Caliper, {}}};
    QVERIFY(drift_in_words(p.job, p.piece).empty());
    p.piece.wiped.push_back({200, Instrument::Caliper, mm(0.02)});
    QVERIFY(drift_in_words(p.job, p.piece).empty());
    p.piece.wiped.push_back({300, Instrument::Caliper, mm(-0.05)});
    QVERIFY(drift_in_words(p.job, p.piece).find("0.05 mm") != std::string::npos);
}

void HoleChecked::report_says_what_was_read() {
    Proved p(block());
    p.at(1, 1).full = mm(15.2);
    const HoleId pin{p.job.patterns[1].id, 1};
    p.piece.readings = {{1000, Face::Top, ReadingKind::Wall, {pin, std::string("left")}, mm(67.05)},
                        {1001, Face::Top, ReadingKind::Wall, {pin, std::string("lower")}, mm(13.02)}};
    const FaceProof proof = p.proof();
    const std::string csv = proof_csv(p.job, proof, 1);
    // From the left 67.05 + 4 = 71.05, from below 17.02: 0.05 and 0.02 out, 0.0539 together.
    QVERIFY2(csv.find("1,top,P1,x,mm,71.0000,71.0500,") != std::string::npos, csv.c_str());
    QVERIFY(csv.find("1,top,P1,from its place,mm,0.0000,0.0539,") != std::string::npos);
    QVERIFY(csv.find("1,top,P1,depth of full diameter,mm,15.0000,15.2000,0.0600,15.5000,caliper,good") !=
            std::string::npos);
    QVERIFY(csv.find("1,top,A1,from its place,mm,0.0000,,,0.1500,,not measured") != std::string::npos);
    const nlohmann::json data = nlohmann::json::parse(proof_data(p.job, proof, p.piece, nullptr));
    QCOMPARE(data["holes"].size(), std::size_t{3});
    QCOMPARE(data["readings"].size(), std::size_t{2});
    QCOMPARE(data["readings"][0]["reading"].get<std::string>(), std::string("wall P1 left 67.05"));
    QCOMPARE(data["remark"].get<std::string>(), whose_decision());
}

void HoleChecked::the_file_keeps_it_all() {
    Job job = block();
    job.proof = proof_of_everything(job);
    const MeasuredPiece piece = job.proof.pieces.front();
    const HoleId a1{job.patterns[0].id, 1};
    job.depths_within = mm(0.7);
    job.patterns[0].may_shift = true;
    const auto back = job_from_json(job_to_json(job));
    QVERIFY2(back, back ? "" : back.error().text().c_str());
    QVERIFY(back->proof == job.proof);
    QVERIFY(back->depths_within == job.depths_within && back->patterns[0].may_shift == true);
    JobProof bare = job.proof;
    bare.pieces = {MeasuredPiece{1, {}, {}, {}, {}}, piece};
    bare.pieces[1].holes.push_back(HoleRead{a1, 99});
    tidy(bare);
    QVERIFY(bare == job.proof);
}

void HoleChecked::bad_files_are_refused() {
    const Job job = block();
    const HoleId a1{job.patterns[0].id, 1};
    const auto fault = [&](const std::function<void(MeasuredPiece&)>& spoil) {
        Job bad = job;
        MeasuredPiece& piece = measured_piece(bad.proof, 1);
        piece.readings = {{0, Face::Top, ReadingKind::Wall, {a1, std::string("left")}, mm(19)}};
        spoil(piece);
        const auto found = first_fault(bad);
        return found ? found->text() : std::string();
    };
    QCOMPARE(fault([](MeasuredPiece&) {}), std::string());
    QVERIFY(fault([](MeasuredPiece& p) { p.readings[0].between.pop_back(); }).find("readings[0]") != std::string::npos);
    QVERIFY(!fault([](MeasuredPiece& p) { p.readings[0].length = mm(-1); }).empty());
    QVERIFY(!fault([](MeasuredPiece& p) { p.readings[0].length = mm(std::nan("")); }).empty());
    QVERIFY(!fault([&](MeasuredPiece& p) { read_at(p, a1).tip = mm(-2); }).empty());
    QVERIFY(!fault([](MeasuredPiece& p) { p.readings.assign(4000, p.readings[0]); }).empty());
    QVERIFY(!fault([](MeasuredPiece& p) { p.number = 0; }).empty());
    QVERIFY(!fault([](MeasuredPiece& p) { p.fits = {{0, "two\nlines", true, ""}}; }).empty());
    QVERIFY(!fault([](MeasuredPiece& p) { p.wiped = {{0, Instrument::Caliper, mm(1e9)}}; }).empty());
    Job bad = job;
    bad.proof.instruments[0].error = {};
    QVERIFY(first_fault(bad));
    bad = job;
    bad.proof.mate.within = mm(-1);
    QVERIFY(first_fault(bad));
}

QTEST_APPLESS_MAIN(HoleChecked)
#include "test_hole_checks.moc"

// Does it bolt up: against a Monte Carlo of its own that finds the best way the parts lie by trying, and by hand.
#include "inspection/bolting.h"
#include "support/jobs.h"

#include <QTest>
#include <random>

using namespace clockface;
using namespace clockface::testing;

namespace {

Pattern clearance(Pattern pattern, const char* screw, double diameter) {
    pattern.hole.purpose = Purpose::Clearance;
    pattern.hole.label = screw;
    pattern.hole.diameter = mm(diameter);
    return pattern;
}

// What was found of a piece whose holes stand so, with these errors (one standard deviation on each axis).
struct Found {
    Job job;
    MeasuredPart measured;
    Deviations known;
    std::vector<Point> off;

    explicit Found(Job made, std::vector<Point> stand, double error)
        : job(with_ids(std::move(made)))
        , measured(measured_part(job, MeasuredPiece{}, Estimates{}))
        , off(std::move(stand)) {
        const std::size_t n = measured.holes.size();
        known.covariance.assign(4 * n * n, 0.0);
        for (std::size_t i = 0; i < n; ++i) {
            Deviation each;
            each.read = true;
            each.net = 0;
            each.off = off[i];
            each.at = measured.holes[i].at + off[i];
            each.spread = {error * error, 0.0, error * error};
            known.holes.push_back(each);
            for (std::size_t a = 0; a < 2; ++a)
                known.covariance[(i * 2 + a) * 2 * n + i * 2 + a] = error * error;
        }
    }
};

// The most play that can be left, by trying: a coarse net of shifts and turns about the middle, drawn closer round the
// best. Nothing of the program's.
double best_by_trying(const std::vector<Point>& at, const std::vector<Point>& off, const std::vector<double>& play) {
    double mx = 0, my = 0, reach = 1;
    for (const Point& each : at) {
        mx += each.x.in_mm() / static_cast<double>(at.size());
        my += each.y.in_mm() / static_cast<double>(at.size());
    }
    for (const Point& each : at)
        reach = std::max(reach, std::hypot(each.x.in_mm() - mx, each.y.in_mm() - my));
    const auto left = [&](double x, double y, double w) {
        double least = 1e9;
        for (std::size_t i = 0; i < at.size(); ++i)
            least = std::min(least, play[i] - std::hypot(off[i].x.in_mm() + x - w * (at[i].y.in_mm() - my),
                                                         off[i].y.in_mm() + y + w * (at[i].x.in_mm() - mx)));
        return least;
    };
    // Ways of a length that shrinks, in directions drawn at random: the valley has sharp folds.
    std::mt19937 dice(1);
    const auto real = [&] { return std::uniform_real_distribution<double>(-1, 1)(dice); };
    double bx = 0, by = 0, bw = 0, best = left(0, 0, 0);
    for (double step = 0.5; step > 5e-4; step *= 0.7)
        for (int missed = 0; missed < 40; ++missed) {
            const double x = bx + step * real(), y = by + step * real(), w = bw + step * real() / reach;
            if (const double here = left(x, y, w); here > best) {
                best = here;
                bx = x;
                by = y;
                bw = w;
                missed = 0;
            }
        }
    return best;
}

Job circle_job(int count, double across, double hole) {
    Job job = plate_of(160, 120, 10);
    job.patterns = {clearance(circle("A", {mm(80), mm(60)}, across, count, 11.0), "M5", hole)};
    return job;
}

} // namespace

class Bolted_up : public QObject {
    Q_OBJECT
private slots:
    void plays_of_each_way_of_bolting();
    void by_hand();
    void agrees_with_trying_on_two_hundred_pairs();
    void countersunk_heads_draw_the_part();
    void copied_and_measured_mates();
    void what_cannot_be_is_said();
};

void Bolted_up::plays_of_each_way_of_bolting() {
    Job job = with_ids(circle_job(4, 60, 5.5));
    HoleSpec spec = job.patterns[0].hole;
    // Against a thread: (5.5 - 5) / 2.
    QVERIFY(abs(bolted_as(job, job.patterns[0], spec).play - mm(0.25)) < mm(1e-9));
    // Bolt and nut through 5.5 and 5.8: 0.25 + 0.4.
    job.proof.mate.patterns = {{job.patterns[0].id, MateHole::Clear, mm(5.8), {}}};
    QVERIFY(abs(bolted_as(job, job.patterns[0], spec).play - mm(0.65)) < mm(1e-9));
    // Tapped here, a clearance hole there: only the mate's counts, 5.5 by the usual table.
    job.proof.mate.patterns.clear();
    spec.purpose = Purpose::Tapped;
    spec.diameter = mm(5);
    QVERIFY(abs(bolted_as(job, job.patterns[0], spec).play - mm(0.25)) < mm(1e-9));
    // A pin of 6 in two H7 holes: each up to 0.012 larger, half of that to a side, both.
    spec.purpose = Purpose::Reamed;
    spec.label = "H7";
    spec.diameter = mm(6);
    QVERIFY(abs(bolted_as(job, job.patterns[0], spec).play - mm(0.012)) < mm(1e-9));
    spec.purpose = Purpose::Plain;
    spec.label.clear();
    QVERIFY(bolted_as(job, job.patterns[0], spec).hole == MateHole::None);
}

// Two holes 60 apart, 0.25 play each: measured 60.4 apart each end takes 0.2, so 0.05 is left; 60.6 binds by 0.05.
void Bolted_up::by_hand() {
    for (const auto& [longer, left] : {std::pair(0.4, 0.05), std::pair(0.6, -0.05)}) {
        Job job = plate_of(160, 120, 10);
        job.patterns = {clearance(row("A", 50, 60, 2, 60, 0), "M5", 5.5)};
        Found piece(job, {{mm(-longer / 2 + 0.7), mm(0.3)}, {mm(longer / 2 + 0.7), mm(0.3)}}, 1e-4); // and shifted
        piece.job.proof.mate.within = mm(1e-4);
        const BoltsUp found = bolts_up(piece.job, piece.measured, piece.known, nullptr, 200);
        QVERIFY2(abs(found.left - mm(left)) < mm(2e-4), qPrintable(QString::number(found.left.in_mm(), 'f', 5)));
        QCOMPARE(found.share, left > 0.0 ? 1.0 : 0.0);
        QVERIFY((found.sentences[0].find("does not") == std::string::npos) == (left > 0.0));
    }
}

void Bolted_up::agrees_with_trying_on_two_hundred_pairs() {
    std::mt19937 dice(20261202);
    const auto normal = [&] { return std::normal_distribution<double>()(dice); };
    const auto real = [&](double from, double to) { return std::uniform_real_distribution<double>(from, to)(dice); };
    constexpr int own_draws = 100, draws = 1000;
    int unsure = 0, far = 0;
    for (int pair = 0; pair < 200; ++pair) {
        const int n = 2 + static_cast<int>(dice() % 7);
        const double miss = real(0.05, 0.3), error = real(0.01, 0.06), mate = real(0.01, 0.05);
        std::vector<Point> off;
        for (int i = 0; i < n; ++i)
            off.push_back({mm(miss * normal()), mm(miss * normal())});
        Found piece(circle_job(n, real(30, 90), 5.5), off, error);
        piece.job.proof.mate.within = mm(mate);
        const BoltsUp found = bolts_up(piece.job, piece.measured, piece.known, nullptr, draws, 7);
        std::vector<Point> at;
        for (const Hole& hole : piece.measured.holes)
            at.push_back(hole.at);
        const std::vector<double> play(off.size(), 0.25);
        const double by_trying = best_by_trying(at, off, play);
        QVERIFY2(std::fabs(found.left.in_mm() - by_trying) < 0.003,
                 qPrintable(QStringLiteral("%1 against %2").arg(found.left.in_mm()).arg(by_trying)));
        int go = 0;
        for (int i = 0; i < own_draws; ++i) {
            std::vector<Point> made = off;
            for (Point& each : made)
                each = each + Point{mm(std::hypot(error, mate) * normal()), mm(std::hypot(error, mate) * normal())};
            go += best_by_trying(at, made, play) >= 0.0;
        }
        const double share = static_cast<double>(go) / own_draws;
        const double p = (share * own_draws + found.share * draws + 1.0) / (own_draws + draws + 2.0);
        const double deviation = std::sqrt(p * (1.0 - p) * (1.0 / own_draws + 1.0 / draws));
        unsure += share > 0.05 && share < 0.95;
        far += std::fabs(share - found.share) > 2.0 * deviation + 0.003;
        QVERIFY2(std::fabs(share - found.share) < 4.5 * deviation + 0.005,
                 qPrintable(QStringLiteral("pair %1: %2 against %3").arg(pair).arg(found.share).arg(share)));
    }
    QVERIFY(unsure > 25); // the draws decide something
    QVERIFY(far < 16);    // one in twenty beyond two deviations, with room
}

// Two countersunk screws lay the part: 0.2 and 0 out along the row, so each 0.1 out, whichever way it is pushed.
void Bolted_up::countersunk_heads_draw_the_part() {
    Job job = plate_of(160, 120, 10);
    job.patterns = {clearance(row("A", 50, 60, 2, 60, 0), "M5", 5.5), clearance(single("B", 80, 90), "M5", 5.5)};
    job.patterns[0].hole.recess = Recess{RecessKind::Countersink, mm(10.4), {}, deg(90)};
    Found piece(job, {{mm(0.2), mm(0)}, {}, {mm(0.38), mm(0)}}, 1e-4);
    piece.job.proof.mate.within = mm(1e-4);
    const BoltsUp found = bolts_up(piece.job, piece.measured, piece.known, nullptr, 100);
    QVERIFY(found.holes[0].as.drags && !found.holes[2].as.drags);
    QVERIFY(abs(found.holes[0].off.x - mm(0.1)) < mm(1e-6) && abs(found.holes[1].off.x + mm(0.1)) < mm(1e-6));
    // B could be pushed home if nothing drew the part; now it is 0.28 out with 0.25 of play.
    QVERIFY(abs(found.left + mm(0.03)) < mm(1e-6));
    QCOMPARE(piece.measured.holes[found.holes[*found.tightest].hole].name, std::string("B1"));
    QVERIFY(found.sentences.back().find("heads draw") != std::string::npos);
}

void Bolted_up::copied_and_measured_mates() {
    Job job = plate_of(160, 120, 10);
    job.datum.place = DatumPlace::Middle;
    job.patterns = {clearance(row("A", -30, 10, 2, 60, 0), "M5", 5.5)};
    Found piece(job, {{mm(-0.4), {}}, {mm(0.4), {}}}, 0.01);
    piece.job.proof.mate.within = mm(0.01);
    QVERIFY(bolts_up(piece.job, piece.measured, piece.known, nullptr).left < Length{});
    // Drilled through this one the mate has the same misses.
    piece.job.proof.mate.is = MateIs::Copied;
    QVERIFY(abs(bolts_up(piece.job, piece.measured, piece.known, nullptr).left - mm(0.25)) < mm(1e-6));
    // A second piece laid face to face, turned over left to right: what is long here is long there.
    piece.job.proof.mate.is = MateIs::Measured;
    piece.job.proof.mate.face_to_face = true;
    const Found other(job, {{mm(-0.3), {}}, {mm(0.3), {}}}, 0.01);
    const BoltsUp both = bolts_up(piece.job, piece.measured, piece.known, &other.known);
    QVERIFY(abs(both.left - mm(0.15)) < mm(1e-6)); // 0.1 at each end of what 0.25 allows
    QVERIFY(both.share > 0.99);
    Deviations unknown = other.known;
    unknown.holes[0].off.reset();
    const BoltsUp without = bolts_up(piece.job, piece.measured, piece.known, &unknown);
    QCOMPARE(without.holes.size(), std::size_t{1});
    // With zero in a corner the mirror still stands up the middle of the work, 80 from the left of 160.
    Job cornered = job;
    cornered.datum.place = DatumPlace::LowerLeft;
    std::get<RowPattern>(cornered.patterns[0].layout).first = {mm(50), mm(70)};
    cornered.proof.mate = piece.job.proof.mate;
    const Found corner(cornered, {{mm(-0.4), {}}, {mm(0.4), {}}}, 0.01);
    QVERIFY(abs(bolts_up(corner.job, corner.measured, corner.known, &corner.known).left - mm(0.25)) < mm(1e-6));
    QVERIFY(without.sentences.back().find("no measured hole over") != std::string::npos);
}

void Bolted_up::what_cannot_be_is_said() {
    Found piece(circle_job(3, 60, 5.5), {{}, {}, {}}, 0.01);
    const auto said = [&](const MatePattern& mate) {
        piece.job.proof.mate.patterns = {mate};
        piece.job.proof.mate.patterns[0].pattern = piece.job.patterns[0].id;
        return bolts_up(piece.job, piece.measured, piece.known, nullptr, 10).sentences.front();
    };
    QVERIFY(said({0, {}, {}, mm(6)}).find("does not go through") != std::string::npos);
    QVERIFY(said({0, MateHole::None, {}, {}}).find("No hole of this face") != std::string::npos);
    piece.job.patterns[0].hole.label.clear();
    piece.measured = measured_part(piece.job, MeasuredPiece{}, Estimates{});
    QVERIFY(said({0, MateHole::Clear, mm(6), {}}).find("which bolt") != std::string::npos);
    QVERIFY(said({0, MateHole::Clear, {}, mm(5)}).find("how large") != std::string::npos);
    piece.known.holes[1].net = 1; // tied to nothing
    const BoltsUp loose = [&] {
        piece.job.proof.mate.patterns = {{piece.job.patterns[0].id, MateHole::Clear, mm(5.5), mm(5)}};
        return bolts_up(piece.job, piece.measured, piece.known, nullptr, 10);
    }();
    QCOMPARE(loose.holes.size(), std::size_t{2});
    QVERIFY(loose.sentences.back().find("left out") != std::string::npos);
}

QTEST_APPLESS_MAIN(Bolted_up)
#include "test_bolting.moc"

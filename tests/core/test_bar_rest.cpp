// What holds round work: a chuck on the table, a vee block, a vise's jaws, a collet block.
#include "formats/job_json.h"
#include "formats/shop_json.h"
#include "formats/text_file.h"
#include "holding/bar_rest.h"
#include "layout/validate.h"
#include "plan/plan.h"
#include "shop/validate.h"
#include "support/jobs.h"

#include <QTest>
#include <cmath>
#include <functional>
#include <map>
#include <nlohmann/json.hpp>
#include <numbers>
#include <random>

using namespace clockface;
using namespace clockface::testing;

namespace {

constexpr double pi = std::numbers::pi;

struct Draw {
    std::mt19937 engine;
    double operator()(double least, double most) { return std::uniform_real_distribution<double>(least, most)(engine); }
};

bool has(const SetupPlan& plan, FindingKind kind) {
    return std::any_of(plan.findings.begin(), plan.findings.end(),
                       [&](const Finding& each) { return each.kind == kind; });
}

bool complains(const SetupPlan& plan, const std::string& words) {
    return std::any_of(plan.run.complaints.begin(), plan.run.complaints.end(),
                       [&](const std::string& each) { return each.find(words) != std::string::npos; });
}

Pattern across(const std::string& name, double along, double bearing, double diameter, double offset = 0.0) {
    BarPattern bar;
    bar.along = mm(along);
    bar.at = deg(bearing);
    bar.offset = mm(offset);
    Pattern pattern;
    pattern.name = name;
    pattern.layout = bar;
    pattern.hole.diameter = mm(diameter);
    return pattern;
}

Job bar_job(double diameter, double length, std::vector<Pattern> patterns, const char* machine = "Drill press") {
    Job job;
    job.blank.shape = BlankShape::RoundBar;
    job.blank.diameter = {mm(diameter), {}};
    job.blank.width = {mm(length), {}};
    job.blank.material = "mild steel";
    job.datum.place = DatumPlace::LeftEdge;
    at_hand(job).machine = machine;
    job.patterns = std::move(patterns);
    return with_ids(job);
}

// The depth of the tip at which a cutter meets a level that depends on y alone, from 4,000 slices of the cutter.
double met_by_slices(const std::function<double(double)>& level, double y, const Plunge& plunge) {
    const double r = plunge.radius.in_mm(), half = plunge.point.in_degrees() / 2.0 * pi / 180.0;
    double least = 1e9;
    for (int i = -2000; i <= 2000; ++i) {
        const double aside = r * 0.999999 * i / 2000.0;
        least = std::min(least, level(y + aside) + (plunge.point == Angle{} ? 0.0 : std::fabs(aside) / std::tan(half)));
    }
    return least;
}

} // namespace

class TestBarRest : public QObject {
    Q_OBJECT
private slots:
    // A bar of radius R touches a flank of 45 degrees at R sin 45 beside its axis and R cos 45 below it. From there the
    // flank falls as it comes in: |y| beside the axis it lies R sqrt 2 - |y| below it.
    void what_a_drill_meets_in_a_vee() {
        Draw chance{std::mt19937(19)};
        int flank = 0, floor = 0, beside = 0;
        for (int i = 0; i < 1500; ++i) {
            Held held;
            held.known = true;
            held.rest = BarRest::VeeBlock;
            held.vee = vee_block_of(mm(chance(25, 90)));
            const double smallest = held.vee.smallest().in_mm(), largest = held.vee.largest().in_mm();
            const double d = chance(smallest, largest), radius = d / 2.0;
            held.along = mm(200);
            held.across = held.height = mm(d);
            const double opens = held.vee.opening.in_mm() / 2.0, groove = held.vee.groove.in_mm() / 2.0;
            const double top = radius + radius * std::numbers::sqrt2 - opens;
            const auto level = [&](double y) {
                const double out = std::fabs(y);
                if (out > held.vee.width.in_mm() / 2.0)
                    return top + held.vee.height.in_mm(); // the table
                if (out >= opens)
                    return top;
                return out >= groove ? radius * (1.0 + std::numbers::sqrt2) - out : top + held.vee.depth.in_mm();
            };
            const double y = i % 3 == 0 ? chance(-1, 1) * held.vee.width.in_mm() : chance(-1, 1) * opens * 0.6;
            const Plunge plunge{mm(chance(0.5, 9)), i % 4 == 0 ? Angle{} : deg(chance(60, 140)), mm(500)};
            const Beneath said = beneath(held.solids(), {mm(chance(-80, 80)), mm(y)}, plunge);
            const double wanted = met_by_slices(level, y, plunge);
            QVERIFY2(std::fabs(said.met.in_mm() - wanted) < 0.02,
                     qPrintable(QString("draw %1: %2, not %3").arg(i).arg(said.met.in_mm()).arg(wanted)));
            (std::fabs(y) > opens ? beside : plunge.radius.in_mm() > groove - std::fabs(y) ? flank : floor) += 1;
        }
        QVERIFY2(flank > 100 && floor > 100 && beside > 100,
                 qPrintable(QString("%1 %2 %3").arg(flank).arg(floor).arg(beside)));
    }

    // Every draw seen from each jaw in turn, its own way outwards being x: a box from the rim. The face is a ring.
    void what_a_drill_meets_in_a_chuck() {
        Draw chance{std::mt19937(20)};
        std::map<Underneath, int> came_up;
        for (int i = 0; i < 1500; ++i) {
            Held held;
            held.known = true;
            WorkChuck chuck{"c",
                            2 + i % 5,
                            mm(5),
                            mm(200),
                            mm(chance(60, 200)),
                            mm(chance(0, 50)),
                            mm(60),
                            mm(chance(15, 40)),
                            mm(chance(8, 20)),
                            mm(chance(15, 50))};
            const double radius = chance(20, 60);
            held.across = held.along = mm(radius * 2.0);
            held.height = mm(chance(4, 30));
            held.work_chuck = chuck;
            held.proud = mm(chance(-8, 12));
            const double out = i % 3 == 0 ? radius + chance(-6, 3) : chance(0, radius), turn = chance(0, 2.0 * pi);
            const Plunge plunge{mm(chance(0.5, 8)), {}, mm(chance(0, 70))};
            const double r = plunge.radius.in_mm(), tip = plunge.tip.in_mm();
            const double face = held.proud.in_mm() + chuck.jaw_height.in_mm();
            bool jaw = false;
            for (int k = 0; k < chuck.jaws; ++k) {
                const double from_jaw = turn - (pi / 2.0 + 2.0 * pi * k / chuck.jaws);
                const double u = out * std::cos(from_jaw), v = out * std::sin(from_jaw);
                const double du = std::max({radius - u, u - radius - chuck.jaw_length.in_mm(), 0.0});
                const double dv = std::max(std::fabs(v) - chuck.jaw_width.in_mm() / 2.0, 0.0);
                jaw = jaw || (std::hypot(du, dv) < r && tip > held.proud.in_mm());
            }
            const bool ring = out - r < chuck.body.in_mm() / 2.0 && out + r > chuck.bore.in_mm() / 2.0;
            const bool on_face = ring && tip > face, table = tip > face + chuck.height.in_mm();
            const Beneath said = beneath(held.solids(), {mm(out * std::cos(turn)), mm(out * std::sin(turn))}, plunge);
            const Underneath wanted = jaw       ? Underneath::Jaw
                                      : on_face ? Underneath::ChuckFace
                                      : table   ? Underneath::Table
                                                : Underneath::Free;
            QVERIFY2(said.what == wanted, (std::to_string(i) + " " + name_of(said.what)).c_str());
            ++came_up[wanted];
        }
        for (const Underneath each : {Underneath::Jaw, Underneath::ChuckFace, Underneath::Free})
            QVERIFY2(came_up[each] > 100, name_of(each).c_str());
    }

    // The section that is drawn goes where the solid stands: a drill of no width meets it there, and only there.
    void the_section_cuts_what_stands_there() {
        Draw chance{std::mt19937(21)};
        int inside = 0, outside = 0;
        for (int i = 0; i < 2000; ++i) {
            Solid solid{Underneath::Jaw,    mm(-chance(5, 30)), mm(chance(5, 30)),
                        mm(-chance(5, 30)), mm(chance(5, 30)),  mm(3)};
            if (i % 3 == 0) {
                solid.right = -solid.left;
                solid.near = solid.left;
                solid.far = solid.right;
                solid.disc = true;
                solid.bore = solid.right * chance(0.0, 1.2);
            } else {
                solid.turn = i % 3 == 1 ? Angle{} : deg(chance(0, 360));
            }
            const Point at{mm(chance(-35, 35)), mm(chance(-35, 35))};
            bool cut = false;
            for (const Span& span : cut_at(solid, at.x))
                cut = cut || (span.near < at.y && at.y < span.far);
            const Beneath met = beneath({solid}, at, Plunge{mm(1e-6), {}, mm(10)});
            QCOMPARE(met.what == Underneath::Jaw, cut);
            (cut ? inside : outside) += 1;
        }
        QVERIFY(inside > 300 && outside > 300);
    }

    // 72 across and 14 thick, in jaws 29 high: on 21.5 it stands 14 + 21.5 - 29 = 6.5 above them, gripped by 7.5, more
    // than half. The face lies 29 below the jaws' tops, 35.5 below the work's top.
    void a_disc_is_raised_in_the_chuck() {
        Job job = flange();
        job.blank.diameter = {mm(72), {}};
        job.blank.thickness = mm(14);
        job.blank.bore.reset();
        job.patterns = {circle("A", {}, 48, 6, 0), single("B", 0, 0, 8)};
        at_hand(job).machine = "Readout mill";
        job = with_ids(job);
        SetupPlan plan = plan_at_hand(job, default_shop());
        QVERIFY(plan.held.work_chuck && plan.held.parallels && plan.held.clamps.empty());
        QVERIFY(same(plan.held.proud, mm(6.5)) && same(plan.held.gripped, mm(7.5)));
        QCOMPARE(plan.beneath.front().what, Underneath::Free);
        QVERIFY(same(plan.beneath.front().met, mm(35.5)));
        QVERIFY(plan.run.complaints.empty() && !has(plan, FindingKind::NoRoomForFinder));
        // Straight on the face: the six are drilled into it, the one in the middle goes down the bore (27 wide).
        at_hand(job).holding.parallels = "";
        plan = plan_at_hand(job, default_shop());
        QVERIFY(has(plan, FindingKind::DrillsHolding) && complains(plan, "into the face of the chuck"));
        QCOMPARE(plan.beneath.front().what, Underneath::ChuckFace);
        QCOMPARE(plan.beneath.back().what, Underneath::Free);
        QVERIFY(has(plan, FindingKind::NoRoomForFinder)); // 14 - 29: the rim lies below the jaws' tops
        // 88 is more than it grips; a plate is not round; on a rotary table it serves too, on a drill press it does
        // not.
        job.blank.diameter = {mm(88), {}};
        at_hand(job).holding = {};
        QVERIFY(!plan_at_hand(job, default_shop()).held.work_chuck);
        at_hand(job).holding.in = "chuck on the table";
        QVERIFY(plan_at_hand(job, default_shop()).held.fault.find("from 4 mm to 82 mm") != std::string::npos);
        job.blank.diameter = {mm(72), {}};
        at_hand(job).machine = "Rotary table";
        QVERIFY(plan_at_hand(job, default_shop()).held.work_chuck);
        at_hand(job).machine = "Drill press";
        QVERIFY(plan_at_hand(job, default_shop()).held.fault.find("mark it out, or take a mill") != std::string::npos);
        Job plate = plate_of(70, 70, 14);
        plate.patterns = {single("A", 30, 30)};
        at_hand(plate).holding.in = "chuck on the table";
        QVERIFY(plan_at_hand(with_ids(plate), default_shop()).held.fault.find("grips what is round") !=
                std::string::npos);
    }

    // A bar of 28 in jaws of 31 on parallels 6 thick and 13 high: their inner edges stand 14 - 6 = 8 beside the middle,
    // where the bar is 14 - sqrt(14^2 - 8^2) = 2.511 above its lowest line. The jaws end 28 - 2.511 + 13 - 31 = 7.489
    // below its top.
    void a_bar_sinks_between_parallels() {
        Shop shop = default_shop();
        shop.holdings.vises = {{"v", mm(90), mm(31), mm(12), mm(60), mm(30)}};
        shop.holdings.parallels = {{mm(6), mm(13), mm(120)}};
        Job job = bar_job(28, 120, {across("A", 60, 90, 5)}, "Metric mill");
        at_hand(job).holding.parallels = "6x13";
        const SetupPlan plan = plan_at_hand(job, shop);
        QVERIFY(plan.held.rest == BarRest::Jaws);
        QVERIFY(same(plan.held.stands_at(), mm(28 - 14 + std::sqrt(14.0 * 14 - 8 * 8)), 1e-9));
        QVERIFY(same(plan.held.proud, mm(7.4891), 1e-3));
        QVERIFY(plan.held.why_parallels.find("7.489 mm below the top of the bar") != std::string::npos);
        // Twice as high it would be squeezed out: the jaws would end 28 - 2.511 + 26 - 31 = 20.5 below, under the axis.
        shop.holdings.parallels = {{mm(6), mm(26), mm(120)}};
        at_hand(job).holding.parallels = "6x26";
        QVERIFY(plan_at_hand(job, shop).held.fault.find("squeeze it out upwards") != std::string::npos);
    }

    // A hole in the part turned down to 20 begins 4 below the top of the stock of 28; one 6 off the axis of that begins
    // where its drill touches first. Drilled through, both go the same way down as anything else.
    void holes_in_a_thinner_part_begin_lower() {
        Job job = bar_job(28, 120, {across("A", 20, 90, 5), across("B", 90, 90, 5), across("C", 100, 90, 4, 3)});
        job.blank.bar.shoulders = {{mm(60), mm(20)}};
        const SetupPlan plan = plan_at_hand(with_ids(job), default_shop());
        const auto places = places_as_held(job, plan.holes);
        QVERIFY(same(places[0].below, mm(0)) && same(places[0].at, {mm(-40), mm(0)}));
        QVERIFY(same(places[1].below, mm(4)) && same(places[1].at, {mm(30), mm(0)}));
        QVERIFY(same(places[2].at, {mm(40), mm(-3)}));
        QVERIFY(places[2].below > mm(4)); // beside the crest
        QVERIFY(same(plan.beneath[1].tip,
                     plan.chain_of(1).steps[static_cast<std::size_t>(plan.beneath[1].step)].tip + mm(4)));
    }

    void proposed_by_machine_and_way() {
        const std::vector<Pattern> two{across("A", 20, 90, 4), across("B", 60, 90, 4)};
        QVERIFY(plan_at_hand(bar_job(24, 120, two), default_shop()).held.rest == BarRest::VeeBlock);
        QVERIFY(plan_at_hand(bar_job(24, 120, two, "Readout mill"), default_shop()).held.rest == BarRest::Jaws);
        QVERIFY(plan_at_hand(bar_job(24, 120, two, "Rotary table"), default_shop()).held.by_its_list);
        Shop shop = default_shop();
        shop.kit.vee_blocks.clear();
        QVERIFY(plan_at_hand(bar_job(24, 120, two), shop).held.rest == BarRest::Jaws);
        // Thicker than the vee takes (31 x sqrt 2 = 43.8): said, with what would do.
        Job thick = bar_job(46, 120, two);
        at_hand(thick).holding.rest = BarRest::VeeBlock;
        const Held refused = plan_at_hand(thick, default_shop()).held;
        QVERIFY(!refused.known && refused.fault.find("takes a bar of 46 mm") != std::string::npos);
        QVERIFY(has(plan_at_hand(thick, default_shop()), FindingKind::NotHeld));
        // Of two blocks the one that takes the bar sets the fence too: half of 60, less half of the pin of 6.
        shop.kit.vee_blocks = {{mm(20), mm(18), mm(14), mm(3), mm(11)}, vee_block_of(mm(60))};
        const SetupPlan plan = plan_at_hand(bar_job(24, 120, two), shop);
        QVERIFY(plan.held.rest == BarRest::VeeBlock && same(plan.held.vee.width, mm(60)));
        for (const Instruction& each : plan.route.list)
            if (const auto* fence = std::get_if<SetPacking>(&each.action); fence && fence->axis == Axis::Y)
                QVERIFY(same(fence->half_block, mm(30)) && same(fence->gap, mm(27), 0.05));
        shop.kit.vee_blocks.pop_back();
        const SetupPlan without = plan_at_hand(bar_job(24, 120, two), shop);
        QVERIFY(without.held.rest == BarRest::Jaws);
        // A bushing above it is gripped by the same jaws, in a vise whose jaw stays down: they end above its middle.
        Job bushing = bar_job(16, 120, two);
        for (Pattern& each : bushing.patterns)
            each.top = TopWay::Bushing;
        shop = default_shop();
        shop.holdings.vises.front().jaw_depth = mm(45);
        const Held held = plan_at_hand(bushing, shop).held;
        QVERIFY(held.rest == BarRest::Jaws && held.proud < mm(-8) && held.fault.empty());
        // Jaws of 31 end too low once the drill is to stay clear of the bed.
        QVERIFY(plan_at_hand(bushing, default_shop()).held.fault.find("below the middle of the bushing") !=
                std::string::npos);
        at_hand(bushing).holding.in = "drill vise";
        QVERIFY(plan_at_hand(bushing, default_shop()).held.fault.find("stays loose") != std::string::npos);
    }

    // Held alike, a square bar and a block of its size have the same around and below the same hole.
    void a_square_bar_lies_as_a_block_does() {
        Draw chance{std::mt19937(28)};
        int spoiled = 0, free = 0;
        for (int i = 0; i < 300; ++i) {
            const double side = std::round(chance(16, 40)), length = std::round(chance(60, 150)),
                         along = chance(8, length - 8), bore = chance(2, 12), offset = chance(-0.4, 0.4) * side,
                         quarters = std::floor(chance(-2, 5));
            Job bar = bar_job(side, length, {across("A", along, 90.0 * quarters, bore, offset)}, "Metric mill");
            bar.blank.shape = BlankShape::SquareBar;
            Shop shop = default_shop();
            HoldingWishes& wishes = at_hand(bar).holding;
            wishes.in = "wide vise";
            wishes.parallels = i % 3 == 0 ? std::string() : name_of(shop.holdings.parallels[std::size_t(i % 8)]);
            wishes.aside = mm(chance(-20, 20));
            const SetupPlan lies = plan_at_hand(bar, shop);
            QVERIFY(lies.held.known && lies.held.on_flats && lies.held.rest == BarRest::Jaws);

            Job block = bar;
            block.blank.shape = BlankShape::Block;
            block.blank.height = block.blank.width;
            block.blank.height.nominal = mm(side);
            block.blank.thickness = mm(side);
            block.datum.place = DatumPlace::LowerLeft;
            Pattern pattern;
            pattern.layout = PointsPattern{{{mm(along), mm(side / 2.0 - offset)}}};
            pattern.hole.diameter = mm(bore);
            block.patterns = {pattern};
            block = with_ids(block);
            const SetupPlan stands = plan_at_hand(block, shop);
            QVERIFY(stands.held.known);
            QVERIFY(same(lies.held.proud, stands.held.proud) && same(lies.held.gripped, stands.held.gripped));
            const std::vector<Solid> a = lies.held.solids(), b = stands.held.solids();
            QCOMPARE(a.size(), b.size());
            for (std::size_t k = 0; k < a.size(); ++k)
                QVERIFY(a[k].kind == b[k].kind && same(a[k].top, b[k].top) && same(a[k].left, b[k].left) &&
                        same(a[k].near, b[k].near) && same(a[k].far, b[k].far));
            QVERIFY(lies.beneath.front().what == stands.beneath.front().what &&
                    same(lies.beneath.front().met, stands.beneath.front().met));
            (spoils(lies.beneath.front().what) ? spoiled : free) += 1;
        }
        QVERIFY2(spoiled > 30 && free > 30, qPrintable(QString("%1 %2").arg(spoiled).arg(free)));
    }
    void where_a_square_bar_does_not_lie_on_a_flat() {
        Job job = bar_job(24, 120, {across("A", 40, 90, 5), across("B", 80, 180, 5)}, "Readout mill");
        job.blank.shape = BlankShape::SquareBar;
        QVERIFY(plan_at_hand(job, default_shop()).held.on_flats);
        QVERIFY(plan_at_hand(job, default_shop()).run.complaints.empty());
        Job corner = job;
        corner.patterns.push_back(across("C", 60, 135, 5)); // up on an edge
        QVERIFY(plan_at_hand(with_ids(corner), default_shop()).held.by_its_list);
        Job hexagon = job;
        hexagon.blank.shape = BlankShape::HexagonBar;
        QVERIFY(plan_at_hand(hexagon, default_shop()).held.by_its_list);
        for (const BarRest rest : {BarRest::VeeBlock, BarRest::ColletBlock}) {
            at_hand(job).holding.rest = rest;
            const SetupPlan plan = plan_at_hand(job, default_shop());
            QVERIFY(plan.held.fault.find("lies by its flats") != std::string::npos);
            QVERIFY(has(plan, FindingKind::NotHeld));
        }
        // 26 high parallels in a vise of 31: 5 of 24 are less than a quarter.
        at_hand(job).holding.rest = BarRest::Jaws;
        at_hand(job).holding.in = "small vise";
        at_hand(job).holding.parallels = "3x26";
        const Held held = plan_at_hand(job, default_shop()).held;
        QVERIFY2(same(held.gripped, mm(5)) && held.fault.find("Only 5 mm") != std::string::npos, held.fault.c_str());
    }

    // Holes at 10 and 110 of a bar of 120: a block of 68 stands between them at 60, 60 - 34 - 10 - 2 = 14 clear of the
    // first. With one at 80 too it goes to neither side: 70 - 4 is less than 68; a block of 40 goes to the middle of
    // 12 and 78.
    void a_collet_block_grips_where_no_hole_is() {
        Job job = bar_job(24, 120, {across("A", 10, 90, 4), across("B", 110, 90, 4)}, "Metric mill");
        at_hand(job).holding.rest = BarRest::ColletBlock;
        SetupPlan plan = plan_at_hand(job, default_shop());
        QVERIFY(plan.held.rest == BarRest::ColletBlock && same(plan.held.block_at, mm(0)));
        const auto gap = gap_beside_block(plan.held, places_as_held(job, plan.holes), plan.holes);
        QVERIFY(gap && same(gap->room, mm(14)));
        // Across the flats 44.6 and round the axis of a bar of 24: its top 22.3 - 12 above the bar's.
        for (const Solid& each : plan.held.solids())
            if (each.kind == Underneath::ColletBlock)
                QVERIFY(same(each.top, mm(-10.3)) && same(each.bottom, mm(34.3)));
        QVERIFY(plan.run.complaints.empty());
        job.patterns.push_back(across("C", 80, 90, 4));
        job = with_ids(job);
        plan = plan_at_hand(job, default_shop());
        QVERIFY(!plan.held.known && plan.held.fault.find("No collet block") != std::string::npos);
        Shop shop = default_shop();
        shop.kit.collet_blocks = {{4, mm(44.6), mm(40), mm(26)}};
        QVERIFY(same(plan_at_hand(job, shop).held.block_at, mm(45 - 60)));
        // At an end it is flush with it; there the nearest hole is 1 beside the block, too near.
        Job near = bar_job(24, 120, {across("A", 45, 90, 4)}, "Metric mill");
        at_hand(near).holding.rest = BarRest::ColletBlock;
        shop.kit.collet_blocks = {{4, mm(44.6), mm(72), mm(26)}};
        plan = plan_at_hand(near, shop);
        QVERIFY(same(plan.held.block_at, mm(60 - 36))); // 47 to 120 is free
        QVERIFY(has(plan, FindingKind::DrillsHolding));
        shop.kit.collet_blocks = {{4, mm(44.6), mm(70), mm(26)}};
        QVERIFY(!has(plan_at_hand(near, shop), FindingKind::DrillsHolding));
        // Bars thicker than its collets find no place.
        Job thick = bar_job(30, 120, {across("A", 10, 90, 4)}, "Metric mill");
        at_hand(thick).holding.rest = BarRest::ColletBlock;
        QVERIFY(!plan_at_hand(thick, default_shop()).held.known);
    }

    // The list tells what the bar is laid in, and the run finds what the findings say, on random bars and poor blocks.
    void run_and_findings_agree_on_bars() {
        Draw chance{std::mt19937(22)};
        int drilled = 0, clear = 0;
        for (int i = 0; i < 300; ++i) {
            Job job = bar_job(chance(12, 40), 140,
                              {across("A", chance(8, 132), 90, chance(2, 9)), across("B", chance(8, 132), 90, 4)},
                              i % 2 ? "Drill press" : "Readout mill");
            Shop shop = default_shop();
            shop.kit.vee_blocks.front().groove = mm(chance(2, 8));
            shop.kit.vee_blocks.front().depth = mm(chance(16, 20));
            shop.holdings.parallels = {{mm(chance(3, 14)), mm(chance(8, 20)), mm(120)}};
            if (i % 4 == 0)
                at_hand(job).holding.rest = BarRest::VeeBlock;
            QVERIFY(!first_fault(shop));
            const SetupPlan plan = plan_at_hand(job, shop);
            if (!plan.held.known)
                continue;
            const bool found = std::any_of(plan.beneath.begin(), plan.beneath.end(),
                                           [](const Beneath& each) { return spoils(each.what); });
            QVERIFY2(found == !plan.run.complaints.empty(),
                     plan.run.complaints.empty() ? "" : plan.run.complaints.front().c_str());
            (found ? drilled : clear) += 1;
        }
        QVERIFY2(drilled > 15 && clear > 100, qPrintable(QString("%1 %2").arg(drilled).arg(clear)));
        const Job job = bar_job(24, 120, {across("A", 20, 90, 4)});
        const SetupPlan plan = plan_at_hand(job, default_shop());
        QVERIFY(in_words(plan.route.list.front(), words_for(job, plan)).sentence.find("in the vee block") !=
                std::string::npos);
    }

    // Heights are scribed from the plate the bar lies on: no vee block lifts it there, only when it is drilled.
    void a_bar_is_marked_on_the_plate() {
        const Job job = bar_job(24, 120, {across("A", 20, 90, 4)}, "Layout bench");
        const SetupPlan plan = plan_at_hand(job, default_shop());
        QVERIFY(plan.held.rest == BarRest::VeeBlock);
        const std::string first = in_words(plan.route.list.front(), words_for(job, plan)).sentence;
        QVERIFY2(first.find("vee block") == std::string::npos && first.find("Lay the bar") == 0, first.c_str());
    }

    // What is said of the bar must be what its list is made for.
    void against_its_list() {
        const std::vector<Pattern> one{across("A", 20, 90, 4)};
        const auto fault = [](const Job& job) { return plan_at_hand(job, default_shop()).held.fault; };
        Job press = bar_job(24, 120, one);
        for (Pattern& each : press.patterns)
            each.top = TopWay::VeeAndFence;
        QVERIFY(fault(press).empty());
        at_hand(press).holding.rest = BarRest::Jaws;
        QVERIFY(fault(press).find("sets the fence for a vee block") != std::string::npos);
        Job bushing = bar_job(16, 120, one);
        for (Pattern& each : bushing.patterns)
            each.top = TopWay::Bushing;
        at_hand(bushing).holding.rest = BarRest::VeeBlock;
        QVERIFY(fault(bushing).find("only jaws grip both") != std::string::npos);
        Job turned = bar_job(24, 120, {across("A", 10, 90, 4), across("B", 110, 0, 4)}, "Metric mill");
        turned.patterns[1].angle = AngleWay::ColletBlock;
        QVERIFY(plan_at_hand(turned, default_shop()).held.rest == BarRest::ColletBlock && fault(turned).empty());
        at_hand(turned).holding.rest = BarRest::Jaws;
        QVERIFY(fault(turned).find("turns the bar by a collet block") != std::string::npos);
    }

    void are_kept_in_files() {
        Shop shop = default_shop();
        shop.kit.vee_blocks = {{mm(50), mm(44), mm(36), mm(8), mm(25)}};
        shop.kit.collet_blocks = {{6, mm(50), mm(80), mm(28)}};
        shop.holdings.chucks.push_back(
            {"four-jaw", 4, mm(8), mm(150), mm(160), mm(40), mm(70), mm(35), mm(18), mm(45)});
        const std::string text = shop_to_json(shop);
        const auto read = shop_from_json(text);
        QVERIFY(read && *read == shop);
        Job job = bar_job(24, 120, {across("A", 20, 90, 4)});
        for (const BarRest rest : {BarRest::Jaws, BarRest::VeeBlock, BarRest::ColletBlock}) {
            at_hand(job).holding.rest = rest;
            const auto back = job_from_json(job_to_json(job));
            QVERIFY(back && at_hand(*back).holding == at_hand(job).holding);
        }
        // A shop of before knew widths and sides only, and no chucks.
        nlohmann::json old = nlohmann::json::parse(text);
        old["kit"]["vee_blocks"] = {41.3};
        old["kit"]["collet_blocks"] = {4, 6};
        old["holdings"].erase("chucks");
        const auto opened = shop_from_json(old.dump());
        QVERIFY(opened && opened->holdings.chucks.empty());
        QVERIFY(opened->kit.vee_blocks == default_kit().vee_blocks);
        QVERIFY(opened->kit.collet_blocks == default_kit().collet_blocks);
    }

    void what_cannot_be_is_refused() {
        const auto refused = [](const std::string& place, const auto& spoil) {
            Shop shop = default_shop();
            spoil(shop);
            const auto fault = first_fault(shop);
            QVERIFY2(fault && fault->text().find(place) != std::string::npos, place.c_str());
            QVERIFY(!shop_from_json(shop_to_json(shop)));
        };
        refused("kit.vee_blocks", [](Shop& shop) { shop.kit.vee_blocks.front().depth = mm(3); });
        refused("kit.vee_blocks", [](Shop& shop) { shop.kit.vee_blocks.front().depth = mm(40); });
        refused("kit.vee_blocks", [](Shop& shop) { shop.kit.vee_blocks.front().opening = mm(60); });
        refused("kit.vee_blocks", [](Shop& shop) { shop.kit.vee_blocks.front().height = mm(std::nan("")); });
        refused("kit.collet_blocks", [](Shop& shop) { shop.kit.collet_blocks.front().largest = mm(50); });
        refused("holdings.chucks[0].smallest", [](Shop& shop) { shop.holdings.chucks.front().smallest = mm(90); });
        refused("holdings.chucks[0].bore", [](Shop& shop) { shop.holdings.chucks.front().bore = mm(200); });
        refused("holdings.chucks[0].jaws", [](Shop& shop) { shop.holdings.chucks.front().jaws = 1; });
        refused("holdings.chucks[0].name", [](Shop& shop) { shop.holdings.chucks.front().name = "wide vise"; });
    }
};

QTEST_APPLESS_MAIN(TestBarRest)
#include "test_bar_rest.moc"

// Every limit of limits.h, met exactly and passed by one: what is let through is saved and read back as it was, what is
// not is refused with its place, in a job as typed and in a file alike.
#include "formats/job_json.h"
#include "formats/shop_json.h"
#include "layout/validate.h"
#include "measure/limits.h"
#include "shop/validate.h"
#include "support/jobs.h"
#include "survey/part_text.h"
#include "survey/survey.h"

#include <fmt/format.h>
#include <functional>

using namespace clockface;
using namespace clockface::testing;

namespace {

using Spoil = std::function<void(Job&, std::size_t)>;
using SpoilShop = std::function<void(Shop&, std::size_t)>;

std::string letters(std::size_t count) {
    return std::string(count, 'a');
}

Job any_sound_job() {
    Job job = plate_job();
    job.patterns = {single("A", 20, 20), single("B", 60, 20)};
    return job;
}

template <class T> void grow(std::vector<T>& list, std::size_t count, const T& with) {
    list.assign(count, with);
}

// A row of places in a pattern of its own.
Pattern places(const std::string& name, int count) {
    Pattern pattern = single(name, 0, 0);
    PointsPattern points;
    for (int i = 0; i < count; ++i)
        points.at.push_back({mm(i * 0.01), mm(5)});
    pattern.layout = points;
    return pattern;
}

} // namespace

Q_DECLARE_METATYPE(Spoil)
Q_DECLARE_METATYPE(SpoilShop)

class TestLimits : public QObject {
    Q_OBJECT
private slots:
    void of_a_job_data() {
        QTest::addColumn<Spoil>("spoil");
        QTest::addColumn<int>("limit");
        QTest::addColumn<QString>("place");
        const auto add = [](const char* name, std::size_t limit, const char* place, Spoil spoil) {
            QTest::newRow(name) << std::move(spoil) << static_cast<int>(limit) << place;
        };
        add("title", limits::text, "title", [](Job& job, std::size_t n) { job.title = letters(n); });
        add("work for", limits::text, "work_for", [](Job& job, std::size_t n) { job.work_for = letters(n); });
        add("metal", limits::text, "blank.material", [](Job& job, std::size_t n) { job.blank.material = letters(n); });
        add("pattern", limits::pattern_name, "patterns[0].name",
            [](Job& job, std::size_t n) { job.patterns[0].name = letters(n); });
        add("fit", limits::label, "patterns[0].hole.label", [](Job& job, std::size_t n) {
            job.patterns[0].hole = {Purpose::Reamed, mm(4), letters(n), std::nullopt};
        });
        add("thing on the blank", limits::name, "blank.existing[0].name", [](Job& job, std::size_t n) {
            job.blank.existing = {{letters(n), ExistingKind::Boss, Face::Top, {}, mm(5)}};
        });
        add("cutter wished for", limits::name, "patterns[0].hole.wishes.steps.drill.cutter",
            [](Job& job, std::size_t n) { job.patterns[0].hole.wishes.steps["drill"].cutter = letters(n); });
        add("cutter added", limits::name, "patterns[0].hole.wishes.added", [](Job& job, std::size_t n) {
            job.patterns[0].hole.wishes.added = {{"drill", letters(n), std::nullopt}};
        });
        add("steps wished for", limits::wished_steps, "patterns[0].hole.wishes", [](Job& job, std::size_t n) {
            grow(job.patterns[0].hole.wishes.added, n, AddedStep{"drill", "6 mm drill", std::nullopt});
        });
        add("things on the blank", limits::existing, "blank.existing", [](Job& job, std::size_t n) {
            for (std::size_t i = 0; i < n; ++i)
                job.blank.existing.push_back({fmt::format("boss {}", i), ExistingKind::Boss, Face::Top, {}, mm(5)});
        });
        add("corners", limits::corners, "blank.corners", [](Job& job, std::size_t n) {
            job.blank = {};
            job.blank.shape = BlankShape::Outline;
            job.blank.thickness = mm(5);
            job.blank.corners = {{mm(0), mm(0)}, {mm(100), mm(0)}};
            for (std::size_t i = 2; i < n; ++i)
                job.blank.corners.push_back({mm(100.0 - static_cast<double>(i) * 0.4), mm(50)});
        });
        add("patterns", limits::patterns, "patterns", [](Job& job, std::size_t n) {
            job.patterns.clear();
            while (job.patterns.size() < n) {
                job.patterns.push_back(single(next_pattern_name(job), 20, 20));
            }
        });
        add("holes of a pattern", limits::holes_in_pattern, "patterns[0].points",
            [](Job& job, std::size_t n) { job.patterns = {places("A", static_cast<int>(n))}; });
        add("holes of a job", limits::holes_in_job, "patterns[2].count", [](Job& job, std::size_t n) {
            const int rest = static_cast<int>(n) - limits::holes_in_pattern - 5000;
            job.patterns = {places("A", limits::holes_in_pattern), places("B", 5000), places("C", rest)};
        });
        add("pieces", limits::pieces, "pieces", [](Job& job, std::size_t n) { job.pieces = static_cast<int>(n); });
        add("pieces of a bar", limits::pieces_of_a_bar, "blank.cutting", [](Job& job, std::size_t n) {
            job.blank.sawing = Sawing{static_cast<int>(n), 0, mm(10), mm(1), mm(0), true};
        });
        add("size", static_cast<std::size_t>(limits::size.in_mm()), "blank.width", [](Job& job, std::size_t n) {
            job.blank.width = {mm(static_cast<double>(n)), std::nullopt};
        });
        add("place", static_cast<std::size_t>(limits::size.in_mm()), "patterns[0].at", [](Job& job, std::size_t n) {
            job.patterns[0].layout = SinglePattern{{mm(-static_cast<double>(n)), mm(0)}};
        });
        add("order by hand", limits::holes_in_job, "setups[0].by_hand",
            [](Job& job, std::size_t n) { grow(at_hand(job).order.by_hand, n, std::string("A1")); });
    }
    void of_a_job() {
        QFETCH(Spoil, spoil);
        QFETCH(int, limit);
        QFETCH(QString, place);
        Job within = any_sound_job(), beyond = within;
        spoil(within, static_cast<std::size_t>(limit));
        within = with_ids(within);
        const auto fault = first_fault(within);
        QVERIFY2(!fault, fault ? fault->text().c_str() : "");
        const auto read = job_from_json(job_to_json(within));
        QVERIFY2(read, read ? "" : read.error().text().c_str());
        QVERIFY(*read == within);
        spoil(beyond, static_cast<std::size_t>(limit) + 1);
        const auto refused = first_fault(beyond);
        QVERIFY(refused);
        QVERIFY2(refused->place.starts_with(place.toStdString()), refused->text().c_str());
        QVERIFY(refused->sentence.size() > 15 && refused->sentence.ends_with('.'));
        QVERIFY(!job_from_json(job_to_json(beyond)));
    }
    void of_a_shop_data() {
        QTest::addColumn<SpoilShop>("spoil");
        QTest::addColumn<int>("limit");
        QTest::addColumn<QString>("place");
        const auto add = [](const char* name, std::size_t limit, const char* place, SpoilShop spoil) {
            QTest::newRow(name) << std::move(spoil) << static_cast<int>(limit) << place;
        };
        add("name", limits::name, "name", [](Shop& shop, std::size_t n) { shop.name = letters(n); });
        add("machine", limits::name, "machines[0].name",
            [](Shop& shop, std::size_t n) { shop.machines[0].name = letters(n); });
        add("remark", limits::text, "machines[0].remark",
            [](Shop& shop, std::size_t n) { shop.machines[0].remark = letters(n); });
        add("machines", limits::machines, "machines", [](Shop& shop, std::size_t n) {
            const Machine one = shop.machines[0];
            shop.machines.clear();
            for (std::size_t i = 0; i < n; ++i) {
                shop.machines.push_back(one);
                shop.machines.back().name = fmt::format("Mill {}", i);
            }
        });
        add("cutter", limits::name, "drawer.singles[0].name",
            [](Shop& shop, std::size_t n) { shop.drawer.singles = {plain_drill(letters(n), mm(4.1))}; });
        add("single cutters", limits::cutters, "drawer.singles", [](Shop& shop, std::size_t n) {
            shop.drawer.singles.clear();
            for (std::size_t i = 0; i < n; ++i)
                shop.drawer.singles.push_back(plain_drill(fmt::format("drill {}", i), mm(4.1)));
        });
        add("taps", limits::cutters, "drawer.taps", [](Shop& shop, std::size_t n) {
            grow(shop.drawer.taps, n, TapSet{"M5", true, true, false});
        });
        add("fluids", limits::cutters, "drawer.fluids",
            [](Shop& shop, std::size_t n) { grow(shop.drawer.fluids, n, std::string("cutting oil")); });
        add("fluid", limits::name, "drawer.fluids",
            [](Shop& shop, std::size_t n) { shop.drawer.fluids = {letters(n)}; });
        add("rods", limits::drawer, "kit.rods", [](Shop& shop, std::size_t n) { grow(shop.kit.rods, n, mm(6)); });
        add("packing", limits::drawer, "kit.packing",
            [](Shop& shop, std::size_t n) { grow(shop.kit.packing, n, mm(6)); });
        add("vee blocks", limits::drawer, "kit.vee_blocks",
            [](Shop& shop, std::size_t n) { grow(shop.kit.vee_blocks, n, vee_block_of(mm(41))); });
        add("collet blocks", limits::drawer, "kit.collet_blocks",
            [](Shop& shop, std::size_t n) { grow(shop.kit.collet_blocks, n, ColletBlock{6}); });
        add("plugs", limits::drawer, "marks.plugs",
            [](Shop& shop, std::size_t n) { grow(std::get<MarksAcross>(shop.marks.kind).plugs, n, mm(5)); });
        add("screws", limits::drawer, "marks.screws", [](Shop& shop, std::size_t n) {
            grow(std::get<MarksAcross>(shop.marks.kind).screws, n, std::string("M5"));
        });
        add("steps of a spindle", limits::drawer, "machines[0].spindle.steps", [](Shop& shop, std::size_t n) {
            shop.machines[0].spindle.steps.clear();
            for (std::size_t i = 0; i < n; ++i)
                shop.machines[0].spindle.steps.push_back(100.0 + static_cast<double>(i));
        });
        add("index plates", limits::index_plates, "machines[3].plates", [](Shop& shop, std::size_t n) {
            grow(std::get<RotaryTable>(shop.machines[3].kind).plates, n, std::vector<int>{15, 17});
        });
        add("circles of a plate", limits::circles_on_a_plate, "machines[3].plates", [](Shop& shop, std::size_t n) {
            std::get<RotaryTable>(shop.machines[3].kind).plates = {std::vector<int>(n, 24)};
        });
        add("own speeds", limits::drawer, "customs.speeds", [](Shop& shop, std::size_t n) {
            for (std::size_t i = 0; i < n; ++i)
                shop.customs.speeds[fmt::format("metal {}", i)] = 20.0;
        });
    }
    void of_a_shop() {
        QFETCH(SpoilShop, spoil);
        QFETCH(int, limit);
        QFETCH(QString, place);
        Shop within = default_shop(), beyond = within;
        QVERIFY(std::holds_alternative<RotaryTable>(within.machines.at(3).kind));
        spoil(within, static_cast<std::size_t>(limit));
        const auto fault = first_fault(within);
        QVERIFY2(!fault, fault ? fault->text().c_str() : "");
        within = with_ids(within);
        const auto read = shop_from_json(shop_to_json(within));
        QVERIFY2(read, read ? "" : read.error().text().c_str());
        QVERIFY(*read == within);
        spoil(beyond, static_cast<std::size_t>(limit) + 1);
        const auto refused = first_fault(beyond);
        QVERIFY(refused);
        QVERIFY2(refused->place.starts_with(place.toStdString()), refused->text().c_str());
        QVERIFY(!shop_from_json(shop_to_json(beyond)));
    }
    void of_an_old_part() {
        const auto part = [](std::size_t holes, std::size_t readings, std::size_t name) {
            OldPart made;
            for (std::size_t i = 0; i < holes; ++i)
                made.holes.push_back({i == 0 ? letters(name) : fmt::format("H{}", i), {mm(10.0 * i), mm(0)}, mm(4)});
            Reading reading;
            reading.kind = ReadingKind::Centres;
            reading.between = {made.holes[0].name, made.holes[1].name};
            reading.length = mm(10);
            made.readings.assign(readings, reading);
            return made;
        };
        for (const auto& [holes, readings, name, good] :
             {std::tuple(limits::old_holes, std::size_t{3}, std::size_t{2}, true),
              {limits::old_holes + 1, std::size_t{3}, std::size_t{2}, false},
              {std::size_t{2}, limits::old_readings, std::size_t{2}, true},
              {std::size_t{2}, limits::old_readings + 1, std::size_t{2}, false},
              {std::size_t{2}, std::size_t{1}, limits::old_hole_name, true},
              {std::size_t{2}, std::size_t{1}, limits::old_hole_name + 1, false}}) {
            const OldPart made = part(holes, readings, name);
            QCOMPARE(!first_fault(made).has_value(), good);
            const auto read = read_old_part(to_lines(made));
            QCOMPARE(read.has_value(), good);
            if (good)
                QVERIFY(*read == made);
        }
        OldPart far = part(2, 1, 2);
        far.holes[1].sketched.y = limits::size;
        QVERIFY(!first_fault(far));
        far.holes[1].sketched.y = limits::size + mm(1);
        QVERIFY(first_fault(far));
        far.holes[1].sketched.y = Length::mm(std::numeric_limits<double>::quiet_NaN());
        QVERIFY(first_fault(far));
    }
};

QTEST_GUILESS_MAIN(TestLimits)
#include "test_limits.moc"

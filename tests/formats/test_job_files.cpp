// Job and shop files: they come back as they were, and nothing hostile gets in.
#include "formats/job_json.h"
#include "formats/shop_json.h"
#include "formats/text_file.h"
#include "shop/hole_words.h"
#include "support/bars.h"
#include "support/pieces.h"

#include <QDir>
#include <QFile>
#include <QTemporaryDir>
#include <csignal>
#include <cstring>
#include <nlohmann/json.hpp>
#include <sys/resource.h>
#include <sys/stat.h>

using namespace clockface;
using namespace clockface::testing;

class TestJobFiles : public QObject {
    Q_OBJECT
private slots:
    void jobs_come_back_exactly() {
        holds("job -> text -> job", [](void) {
            Job job = *any_job();
            job.title = *rc::gen::container<std::string>(rc::gen::inRange<char>(32, 127));
            job.begun = {any_piece(job)};
            if (!job.patterns.empty())
                job.proof = proof_of_everything(job);
            const auto back = job_from_json(job_to_json(job));
            RC_ASSERT(back);
            RC_ASSERT(*back == job);
        });
    }
    void bars_come_back_exactly() {
        holds("bar -> text -> bar", [](void) {
            Job job = *any_bar_job();
            job.axis_within = mm(*rc::gen::inRange(1, 500) / 1000.0);
            job.patterns.back().top = TopWay::Bushing;
            job.patterns.back().angle = AngleWay::WrappedStrip;
            const auto back = job_from_json(job_to_json(job));
            RC_ASSERT(back);
            RC_ASSERT(*back == job);
        });
        Job flats = arbor();
        flats.blank.bar.flats = {{deg(33), mm(10), mm(20), mm(1.5)}};
        QVERIFY(*job_from_json(job_to_json(flats)) == flats);
    }
    void blanks_of_every_kind_come_back() {
        for (const BlankShape shape : {BlankShape::Disc, BlankShape::Plate, BlankShape::Ring, BlankShape::Block,
                                       BlankShape::Angle, BlankShape::Outline}) {
            Job job = plate_job();
            job.blank.shape = shape;
            if (job.blank.is_round()) {
                job.blank.diameter = {mm(80), mm(80.1)};
                job.blank.width = job.blank.height = {};
                job.blank.bore = mm(30);
            }
            if (shape == BlankShape::Angle)
                job.blank.leg = {mm(44), std::nullopt};
            if (shape == BlankShape::Outline) {
                job.blank.corners = {{}, {mm(70), {}}, {mm(70), mm(33.3)}, {{}, mm(50)}};
                job.blank.width = job.blank.height = {};
            }
            if (shape == BlankShape::Plate) {
                job.blank.step = StepLine{Axis::Y, mm(20), mm(4)};
                job.blank.sawing = Sawing{3, 1, mm(25), mm(1.9), mm(0.4), false};
            }
            job.blank.existing = {{"the boss", ExistingKind::Boss, Face::Top, {mm(3), mm(4)}, mm(9), {}, {}},
                                  {"the slot", ExistingKind::Slot, Face::Top, {mm(-3), mm(4)}, mm(5), mm(12), deg(33)}};
            job.datum.place = DatumPlace::Existing;
            job.datum.on = "the boss";
            Job turned = with_face_up(job, faces_of(shape).back());
            turned.patterns = {single("A", 1, 2)};
            turned.patterns[0].face = turned.blank.up;
            turned = with_proposed_setups(with_ids(turned));
            job = with_proposed_setups(with_ids(job));
            for (const Job& each : {job, turned}) {
                const auto back = job_from_json(job_to_json(each));
                QVERIFY2(back, back ? "" : back.error().text().c_str());
                QVERIFY(*back == each);
            }
        }
    }
    void the_demo_is_as_the_program_writes_it() {
        const std::string text = read_text(SOURCE_FOLDER "/demo/dial-centre-flange.clockface.json");
        QCOMPARE(QString::fromStdString(job_to_json(flange())), QString::fromStdString(text));
    }
    void kinds_of_holes_come_back_exactly() {
        holds("hole -> text -> hole", [] {
            Job job = plate_job();
            job.patterns = {single("A", 40, 40)};
            HoleSpec& hole = job.patterns[0].hole;
            hole = read_hole_size(*rc::gen::element<std::string>("M5", "M5 clear free", "8.4 +0.2 -0.1", "6 H7",
                                                                 "M6 clear counterbored", "M6 clear countersunk",
                                                                 "8 or more", "4BA"),
                                  Unit::Millimetre)
                       ->spec;
            if (*rc::gen::arbitrary<bool>())
                hole.depth = mm(*rc::gen::inRange(10, 90) / 10.0);
            if (*rc::gen::arbitrary<bool>())
                hole.depth_of = *rc::gen::element(DepthOf::Tip, DepthOf::FullDiameter, DepthOf::FullThread);
            hole.captive = hole.depth && hole.purpose == Purpose::Tapped && *rc::gen::arbitrary<bool>();
            if (*rc::gen::arbitrary<bool>()) {
                StepWish& wish = hole.wishes.steps["pilot 1"];
                wish.cutter = "5 mm drill";
                wish.skipped = *rc::gen::arbitrary<bool>();
                wish.rpm = *rc::gen::inRange(1, 5000);
                wish.depth = mm(*rc::gen::inRange(1, 90));
                if (*rc::gen::arbitrary<bool>())
                    wish.peck = mm(*rc::gen::inRange(1, 9));
                else
                    wish.one_go = true;
                hole.wishes.added = {{"drill", "4 mm drill", mm(2)}, {"", "F drill", std::nullopt}};
                hole.wishes.locked = *rc::gen::arbitrary<bool>();
            }
            job.planned_with["metric-mill"] = {"0123", "as it was"};
            job = with_ids(job);
            const auto back = job_from_json(job_to_json(job));
            RC_ASSERT(back && *back == job);
        });
    }
    void faulty_holes_and_shops_are_named() {
        const auto refused = [](const std::string& text, const std::string& from, const std::string& to,
                                const std::string& place, const auto& read) {
            std::string copy = text;
            const std::size_t at = copy.find(from);
            QVERIFY2(at != std::string::npos, from.c_str());
            copy.replace(at, from.size(), to);
            const auto got = read(copy);
            QVERIFY2(!got, to.c_str());
            QVERIFY2(got.error().place.find(place) != std::string::npos, got.error().text().c_str());
            QVERIFY(got.error().sentence.size() > 20);
        };
        const std::string job = read_text(SOURCE_FOLDER "/demo/fly-bearing-block.clockface.json");
        const auto read_job = [](const std::string& text) { return job_from_json(text); };
        refused(job, "\"depth\": 5.4", "\"depth\": -1", "recess.depth", read_job);
        refused(job, "\"kind\": \"counterbore\"", "\"kind\": \"groove\"", "recess.kind", read_job);
        refused(job, "\"clearing\": \"normal\"", "\"clearing\": \"wide\"", "clearing", read_job);
        refused(job, "\"diameter\": 10.0", "\"diameter\": 5.0", "recess.diameter", read_job);
        const std::string shop = shop_to_json(default_shop());
        const auto read_shop = [](const std::string& text) { return shop_from_json(text); };
        refused(shop, "\"family\": \"metric\"", "\"family\": \"odd\"", "drawer.sets[0].family", read_shop);
        refused(shop, "\"from\": \"1/16\"", "\"from\": \"1/17\"", "drawer.sets[1].from", read_shop);
        refused(shop, "\"thread\": \"M3\"", "\"thread\": \"M3.3\"", "drawer.taps[0].thread", read_shop);
        refused(shop, "\"diameter\": 10.0", "\"diameter\": 0", "drawer.singles[0].diameter", read_shop);
        refused(shop, "\"one_go\": 12.0", "\"one_go\": 0", "machines[0].spindle.one_go", read_shop);
        refused(shop, "\"start\": \"centre-drill\"", "\"start\": \"hammer\"", "customs.start", read_shop);
        refused(shop, "\"briskness\": 80.0", "\"briskness\": 900", "customs.briskness", read_shop);
        refused(shop, "\"keeps_place\": true", "\"keeps_place\": 3", "spindle.keeps_place", read_shop);
        // A shop from before there were cutters has the drawer to begin with.
        auto old = nlohmann::json::parse(shop);
        for (const char* name : {"drawer", "customs", "name"})
            old.erase(name);
        for (auto& machine : old["machines"])
            for (const char* name : {"spindle", "lock_jump_x", "lock_jump_y", "errors", "hour"})
                machine.erase(name);
        const auto read = shop_from_json(old.dump());
        QVERIFY(read && read->drawer == default_drawer() &&
                read->machines[0].spindle == default_shop().machines[0].spindle);
    }
    void mangled_shops_are_refused_or_sound() {
        const std::string whole = shop_to_json(default_shop());
        holds("a mangled shop never passes as something else", [&] {
            std::string text = whole;
            for (int n = *rc::gen::inRange(1, 5); n > 0; --n) {
                const auto at = static_cast<std::size_t>(*rc::gen::inRange(0, static_cast<int>(text.size()) - 2));
                switch (*rc::gen::inRange(0, 3)) {
                case 0:
                    text[at] = static_cast<char>(*rc::gen::inRange(32, 127));
                    break;
                case 1:
                    text.erase(at, static_cast<std::size_t>(*rc::gen::inRange(1, 40)));
                    break;
                default:
                    text.insert(at,
                                *rc::gen::element<std::string>("1e999", "null", "-", "\"", "{}", "[", "9999999999999"));
                }
                if (text.size() < 10)
                    break;
            }
            const auto read = shop_from_json(text);
            if (!read)
                RC_ASSERT(read.error().sentence.size() > 10);
            else
                RC_ASSERT(*shop_from_json(shop_to_json(*read)) == *read); // what passes is a sound shop
        });
    }
    void shops_come_back_exactly() {
        QCOMPARE(*shop_from_json(shop_to_json(default_shop())), default_shop());
        holds("shop -> text -> shop", [](void) {
            Shop shop;
            shop.machines = {{"a", "x", *any_handwheels()},
                             {"b", "", *any_readout()},
                             {"c", "", *any_rotary()},
                             {"d", "", *any_layout()},
                             {"e", "", DrillPress{}}};
            for (Machine& machine : shop.machines) {
                machine.spindle = default_spindle(machine);
                machine.spindle.room = mm(*rc::gen::inRange(50, 900));
                machine.lock_jump = {mm(*rc::gen::inRange(-90, 90) / 1000.0), mm(*rc::gen::inRange(0, 90) / 1000.0)};
                machine.errors.setting = mm(*rc::gen::inRange(0, 90) / 1000.0);
                machine.hour = *rc::gen::inRange(0, 90);
            }
            shop.name = "Shed";
            shop.drawer = default_drawer();
            shop.drawer.sets.front().without.push_back("7.1");
            shop.drawer.singles.front().measured = mm(*rc::gen::inRange(900, 1100) / 100.0);
            shop.drawer.singles.front().worn = *rc::gen::arbitrary<bool>();
            shop.customs = default_customs();
            shop.customs.start = *rc::gen::element(StartWay::CentreDrill, StartWay::SpottingDrill, StartWay::Straight);
            shop.customs.speeds["brass"] = *rc::gen::inRange(10, 90);
            shop.marks = default_marks();
            shop.marks.spindle = default_spindle(shop.marks);
            std::get<MarksAcross>(shop.marks.kind).plugs.push_back(mm(*rc::gen::inRange(1, 900) / 10.0));
            shop.kit = default_kit();
            shop.kit.rods.push_back(mm(*rc::gen::inRange(1, 9000) / 100.0));
            shop.kit.jaws_lift = *rc::gen::arbitrary<bool>();
            shop = with_ids(shop);
            const auto back = shop_from_json(shop_to_json(shop));
            RC_ASSERT(back && *back == shop);
        });
    }
    void an_old_part_comes_back_and_is_followed() {
        const std::string text = read_text(SOURCE_FOLDER "/demo/bell-crank-bracket.clockface.json");
        const Result<Job> job = job_from_json(text);
        QVERIFY(job);
        QCOMPARE(QString::fromStdString(job_to_json(*job)), QString::fromStdString(text));
        // A reading that is changed in the file moves the copied hole, whatever place the file gives it.
        const auto changed = [&](const char* from, const char* to) {
            std::string copy = text;
            const std::size_t at = copy.find(from);
            Q_ASSERT(at != std::string::npos);
            return job_from_json(copy.replace(at, std::strlen(from), to));
        };
        const Result<Job> moved = changed("outside H2 H9 62.98", "outside H2 H9 63.1");
        QVERIFY(moved && !(moved->patterns == job->patterns));
        const Result<Job> broken = changed("outside H2 H9 62.98", "outside H2 H99 62.98");
        QVERIFY(!broken);
        QVERIFY2(QString::fromStdString(broken.error().text()).contains("old_part, line 31"),
                 broken.error().text().c_str());
        QVERIFY(!changed("\"H9\"", "\"H10\""));
    }
    void broken_texts_data() {
        QTest::addColumn<QByteArray>("text");
        QTest::addColumn<QString>("says");
        const QByteArray good = QByteArray::fromStdString(job_to_json(flange()));
        const auto changed = [&](const char* from, const char* to) {
            QByteArray copy = good;
            Q_ASSERT(copy.contains(from));
            return copy.replace(copy.indexOf(from), static_cast<int>(qstrlen(from)), to);
        };
        QTest::newRow("empty") << QByteArray() << "empty";
        QTest::newRow("blanks") << QByteArray("  \n ") << "empty";
        QTest::newRow("truncated") << good.left(good.size() / 2) << "stops in the middle";
        QTest::newRow("not JSON") << QByteArray("hole,x,y\r\nA1,3,4\r\n") << "not JSON";
        QTest::newRow("binary") << QByteArray("\x89PNG\r\n\x1a\n\0\0\0\x0dIHDR", 16) << "JSON";
        QTest::newRow("bad UTF-8") << changed("Dial-centre", "Dial\xff-centre") << "JSON";
        QTest::newRow("other JSON") << QByteArray("{\"name\": \"x\"}") << "not a Clockface job file";
        QTest::newRow("a list") << QByteArray("[1, 2]") << "not a Clockface job file";
        QTest::newRow("a shop") << QByteArray::fromStdString(shop_to_json(default_shop()))
                                << "not a Clockface job file";
        QTest::newRow("newer") << changed("\"version\": 2", "\"version\": 3") << "newer Clockface";
        QTest::newRow("version in words") << changed("\"version\": 2", "\"version\": \"one\"") << "version";
        QTest::newRow("count as text") << changed("\"count\": 7", "\"count\": \"7\"") << "patterns[0].count";
        QTest::newRow("count broken") << changed("\"count\": 7", "\"count\": 7.5") << "patterns[0].count";
        QTest::newRow("count huge") << changed("\"count\": 7", "\"count\": 1e308") << "patterns[0].count";
        QTest::newRow("count overflows") << changed("\"count\": 7", "\"count\": 1e999") << "number";
        QTest::newRow("count million") << changed("\"count\": 7", "\"count\": 1000000") << "patterns[0].count";
        QTest::newRow("diameter null") << changed("\"diameter\": 61.5", "\"diameter\": null") << "patterns[0].diameter";
        QTest::newRow("negative diameter")
            << changed("\"diameter\": 61.5", "\"diameter\": -61.5") << "patterns[0].diameter";
        QTest::newRow("misspelt name") << changed("\"diameter\": 61.5", "\"diamter\": 61.5") << "diam";
        QTest::newRow("unknown kind") << changed("\"kind\": \"arc\"", "\"kind\": \"bow\"")
                                      << "circle, arc, row, single";
        QTest::newRow("unknown unit") << changed("\"unit\": \"mm\"", "\"unit\": \"m\"") << "mm, in";
        QTest::newRow("point of one") << changed("\"centre\": [\n        0.0,\n        0.0\n      ]", "\"centre\": [3]")
                                      << "patterns[0].centre";
        QTest::newRow("patterns no list") << changed("\"patterns\": [", "\"patterns\": 3, \"x\": [") << "patterns";
        QTest::newRow("deep nesting") << QByteArray(200'000, '[') << "stops in the middle";
        QTest::newRow("no set-up") << changed("\"setup_at_hand\": 1", "\"setup_at_hand\": 7") << "setup_at_hand";
        QTest::newRow("set-up without a number")
            << changed("\"id\": 1,\n      \"up\"", "\"id\": 0,\n      \"up\"") << "setup";
        QTest::newRow("a log that runs back")
            << changed("\"holes_within\"", "\"begun\": [{\"number\": 1, \"log\": [{\"id\": 0, \"time\": "
                                           "\"2026-04-02T09:15:00Z\", \"what_happened\": \"noted\", "
                                           "\"text\": \"\"}]}], \"holes_within\"")
            << "begun[0].log[0].id";
        QTest::newRow("no such day") << changed("\"holes_within\"",
                                                "\"begun\": [{\"number\": 1, \"log\": [{\"id\": 1, \"time\": "
                                                "\"2026-02-30T09:15:00Z\", \"what_happened\": \"noted\", "
                                                "\"text\": \"\"}]}], \"holes_within\"")
                                     << "A time such as";
    }
    void broken_texts() {
        QFETCH(QByteArray, text);
        QFETCH(QString, says);
        const auto job = job_from_json(text.toStdString());
        QVERIFY(!job);
        QVERIFY2(QString::fromStdString(job.error().text()).contains(says), job.error().text().c_str());
    }
    void every_truncation_is_refused() {
        const std::string good = job_to_json(flange());
        for (std::size_t length = 0; length + 2 < good.size(); length += 7)
            QVERIFY(!job_from_json(good.substr(0, length)));
    }
    void flipped_bytes_never_crash() {
        const std::string good = job_to_json(flange());
        holds("a damaged file is read or refused", [&](void) {
            std::string bad = good;
            for (int i = *rc::gen::inRange(1, 6); i > 0; --i)
                bad[*rc::gen::inRange<std::size_t>(0, bad.size())] = static_cast<char>(*rc::gen::inRange(0, 256));
            const auto job = job_from_json(bad);
            if (job)
                RC_ASSERT(plan_at_hand(*job, default_shop()).run.complaints.empty());
            else
                RC_ASSERT(!job.error().sentence.empty());
        });
    }
    void files_that_cannot_be_read() {
        QTemporaryDir folder;
        const std::string base = folder.path().toStdString();
        QVERIFY(load_job(base + "/none.json").error().text().find("no such file") != std::string::npos);
        QVERIFY(!load_job(base));
        const std::string huge = base + "/huge.json";
        QFile file(QString::fromStdString(huge));
        QVERIFY(file.open(QIODevice::WriteOnly) && file.resize(40LL * 1024 * 1024));
        QVERIFY(load_job(huge).error().text().find("40 MB") != std::string::npos);
        const std::string pipe = base + "/pipe";
        QCOMPARE(::mkfifo(pipe.c_str(), 0600), 0);
        QVERIFY(!load_job(pipe)); // and does not hang
        QVERIFY(load_job(huge).error().place.find(huge) != std::string::npos);
    }
    void saving_is_whole_or_not_at_all() {
        QTemporaryDir folder;
        const std::string path = folder.path().toStdString() + "/job.json";
        QVERIFY(save_job(flange(), path));
        QCOMPARE(*load_job(path), flange());
        // A disk that fails after some bytes: the old file stays, and nothing is left lying about.
        rlimit old{};
        ::getrlimit(RLIMIT_FSIZE, &old);
        std::signal(SIGXFSZ, SIG_IGN);
        rlimit tiny = old;
        tiny.rlim_cur = 100;
        ::setrlimit(RLIMIT_FSIZE, &tiny);
        Job other = flange();
        other.title = "Changed";
        const auto saved = save_job(other, path);
        ::setrlimit(RLIMIT_FSIZE, &old);
        QVERIFY(!saved);
        QVERIFY(saved.error().text().find("could not be saved") != std::string::npos);
        QCOMPARE(*load_job(path), flange());
        QCOMPARE(QDir(folder.path()).entryList(QDir::Files).size(), 1);
    }
    void saving_where_it_cannot_be() {
        QTemporaryDir folder;
        QVERIFY(!save_job(flange(), folder.path().toStdString()));
        QVERIFY(!save_job(flange(), folder.path().toStdString() + "/no/such/folder/job.json"));
        QVERIFY(!save_job(flange(), "/proc/job.json"));
        const auto full = save_job(flange(), folder.path().toStdString() + "/" + std::string(300, 'x'));
        QVERIFY(full.error().text().find("name is too long") != std::string::npos);
    }
    void links_and_rights_are_kept() {
        QTemporaryDir folder;
        const QString real = folder.path() + "/real.json";
        const QString link = folder.path() + "/link.json";
        QVERIFY(save_job(flange(), real.toStdString()));
        QFile::setPermissions(real, QFile::ReadOwner | QFile::WriteOwner);
        QVERIFY(QFile::link(real, link));
        QVERIFY(save_job(plate_job(), link.toStdString()));
        QVERIFY(QFileInfo(link).isSymLink());
        QCOMPARE(*load_job(real.toStdString()), plate_job());
        QVERIFY(!(QFile::permissions(real) & QFile::ReadOther));
    }
    void schema_knows_every_name() {
        // Every name the program writes stands in the published schema.
        const std::string schema = read_text(SOURCE_FOLDER "/docs/job.schema.json");
        QVERIFY(nlohmann::json::accept(schema));
        Job job = flange();
        job.begun = {piece_of_everything(job)};
        job.proof = proof_of_everything(job);
        job.depths_within = mm(0.7);
        job.patterns.front().may_shift = true;
        std::function<void(const nlohmann::json&)> visit = [&](const nlohmann::json& value) {
            for (const auto& item : value.items()) {
                if (value.is_object() && item.key() != "metric-mill" && item.key() != "Metric mill")
                    QVERIFY2(schema.find('"' + item.key() + '"') != std::string::npos, item.key().c_str());
                if (item.value().is_structured())
                    visit(item.value());
            }
        };
        job.patterns[0].hole = read_hole_size("M5 clear counterbored", Unit::Millimetre)->spec;
        job.patterns[0].hole.wishes.steps["Metric mill"] = {"x", true, 1.0, mm(1), mm(1)};
        job.patterns[0].hole.wishes.added = {{"drill", "x", mm(1)}};
        job.patterns[0].hole.wishes.locked = true;
        job.patterns[1].hole.limits = Limits{mm(1), mm(2)};
        job.patterns[1].hole.depth_of = DepthOf::Tip;
        visit(nlohmann::json::parse(job_to_json(job)));
        Job bar = arbor();
        bar.blank.bar.flats = {{deg(33), mm(10), mm(20), mm(1.5)}};
        bar.patterns[0].top = TopWay::Jig;
        bar.patterns[1].angle = AngleWay::EndLine;
        visit(nlohmann::json::parse(job_to_json(bar)));
    }
    void no_pecks_as_the_versions_before_wrote_it() {
        Job job = flange();
        job.patterns[0].hole.wishes.steps["drill"].one_go = true;
        const std::string now = job_to_json(job);
        QVERIFY(now.find("\"one_go\": true") != std::string::npos);
        const auto again = job_from_json(now);
        QVERIFY(again && again->patterns[0].hole.wishes == job.patterns[0].hole.wishes);
        std::string before = now;
        before.replace(before.find("\"one_go\": true"), std::string("\"one_go\": true").size(), "\"peck\": 10000.0");
        const auto old = job_from_json(before);
        QVERIFY2(old, old ? "" : old.error().text().c_str());
        QVERIFY(old->patterns[0].hole.wishes == job.patterns[0].hole.wishes);
        const SetupPlan plan = plan_at_hand(*old, default_shop());
        QCOMPARE(plan.chain_of(0).find("drill")->pecks.size(), std::size_t{1});
    }
};

QTEST_GUILESS_MAIN(TestJobFiles)
#include "test_job_files.moc"

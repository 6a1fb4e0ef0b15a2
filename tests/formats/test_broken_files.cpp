// A folder of named broken files, each with its right answer: nothing crashes, hangs or is lost, and what is wrong is
// said.
#include "formats/csv.h"
#include "formats/csv_cell.h"
#include "formats/dxf.h"
#include "formats/foreign_text.h"
#include "formats/hole_import.h"
#include "formats/job_json.h"
#include "formats/shop_json.h"
#include "formats/text_file.h"
#include "layout/validate.h"
#include "measure/lists.h"
#include "measure/read_angle.h"
#include "measure/shop_number.h"
#include "measure/text.h"
#include "shop/hole_words.h"
#include "shop/validate.h"
#include "support/jobs.h"
#include "survey/part_text.h"
#include "survey/survey.h"

#include <fmt/format.h>

using namespace clockface;
using namespace clockface::testing;

namespace {

std::string broken(const QString& name) {
    return read_text((QStringLiteral(SOURCE_FOLDER "/tests/broken/") + name).toStdString());
}

bool left_out(const FoundHoles& found, const std::string& words) {
    return std::any_of(found.left_out.begin(), found.left_out.end(),
                       [&](const std::string& each) { return each.find(words) != std::string::npos; });
}

// A drawing whose blocks B1 … Bn each hold the next `times` times over, the last one a circle.
std::string nested_blocks(int depth, int times) {
    std::string blocks;
    const auto insert = [](int block) { return fmt::format("0\nINSERT\n8\n0\n2\nB{}\n10\n{}\n20\n0\n", block, block); };
    for (int i = 1; i <= depth; ++i) {
        blocks += fmt::format("0\nBLOCK\n8\n0\n2\nB{}\n10\n0\n20\n0\n", i);
        for (int k = 0; k < times && i < depth; ++k)
            blocks += insert(i + 1);
        if (i == depth)
            blocks += "0\nCIRCLE\n8\n0\n10\n0\n20\n0\n40\n2\n";
        blocks += "0\nENDBLK\n8\n0\n";
    }
    return "0\nSECTION\n2\nBLOCKS\n" + blocks + "0\nENDSEC\n0\nSECTION\n2\nENTITIES\n" + insert(1) +
           "0\nENDSEC\n0\nEOF\n";
}

} // namespace

class TestBrokenFiles : public QObject {
    Q_OBJECT
private slots:
    void drawings_data() {
        QTest::addColumn<int>("holes"); // 0: refused
        QTest::addColumn<QString>("said");
        const auto drawing = [](const char* name, int holes, const char* said) {
            QTest::newRow(name) << holes << said;
        };
        drawing("lwpolyline-heap-overflow.dxf", 1, "1 polylines");
        drawing("lwpolyline-exception.dxf", 1, "1 polylines");
        drawing("lwpolyline-memory.dxf", 1, "1 polylines");
        drawing("leader-heap-overflow.dxf", 1, "1 leaders");
        drawing("spline-heap-overflow.dxf", 1, "1 splines");
        drawing("circle-negative.dxf", 1, "1 circle whose radius is nought or below");
        drawing("circle-nan.dxf", 1, "The circle at line 5: 'nan' is no figure");
        drawing("insert-10000x10000.dxf", 1, "Everything beyond the first 200000 circles and inserted blocks");
        drawing("blocks-nested.dxf", 1, "Everything beyond the first 200000 circles and inserted blocks");
        drawing("block-in-itself.dxf", 1, "Block 'B' where it is inserted in itself");
        drawing("block-empty-nested.dxf", 0, "Block 'C': there is no circle or point in it");
        drawing("refused.dxf", 0, "A block '<img src=\"/dev/zero\">' is inserted but not in the file");
    }
    void drawings() {
        QFETCH(int, holes);
        QFETCH(QString, said);
        const auto found = read_dxf_holes(broken(QTest::currentDataTag()), std::nullopt);
        if (holes == 0) {
            QVERIFY(!found);
            QVERIFY2(found.error().sentence.find(said.toStdString()) != std::string::npos,
                     found.error().sentence.c_str());
            return;
        }
        QVERIFY(found);
        QCOMPARE(static_cast<int>(found->holes.size()), holes);
        QVERIFY2(left_out(*found, said.toStdString()), found->left_out.empty() ? "" : found->left_out[0].c_str());
        Job job = plate_job();
        QVERIFY(!first_fault(with_found(job, found->holes, mm(3)))); // the rest can be taken
    }
    void blocks_in_blocks_are_bounded() {
        // Ten in each of nine levels would be a thousand million circles.
        const auto wide = read_dxf_holes(nested_blocks(10, 10), std::nullopt);
        QVERIFY(wide && left_out(*wide, "Everything beyond the first 200000"));
        // Deeper than any drawing of a person; so deep that following it would use up the stack.
        const auto deep = read_dxf_holes(nested_blocks(60'000, 1), std::nullopt);
        QVERIFY(!deep);
        QVERIFY(deep.error().sentence.find("nested more than 16 deep") != std::string::npos);
        QCOMPARE(read_dxf_holes(nested_blocks(16, 1), std::nullopt)->holes.size(), 1U);
    }
    void any_entity_may_lie_about_its_counts() {
        holds("a count in any entity reserves nothing and stops nothing", [](void) {
            const std::string entity = *rc::gen::element<std::string>("LWPOLYLINE", "SPLINE", "HATCH", "LEADER",
                                                                      "MLINE", "DIMENSION", "TEXT", "IMAGE", "XRECORD");
            const int code = *rc::gen::element(70, 71, 72, 73, 74, 75, 76, 78, 90, 91, 93);
            const std::string count =
                *rc::gen::element<std::string>("2147483647", "-1", "1431655766", "536870912", "nan", "1e99", "");
            const std::string text =
                fmt::format("0\nSECTION\n2\nENTITIES\n0\n{}\n8\n0\n{}\n{}\n10\n1\n20\n1\n0\nCIRCLE\n8\n0\n10\n5\n20\n"
                            "6\n40\n2\n0\nENDSEC\n0\nEOF\n",
                            entity, code, count);
            const auto found = read_dxf_holes(text, std::nullopt);
            RC_ASSERT(found && found->holes.size() == 1U && same(found->holes[0].at, {mm(5), mm(6)}));
        });
    }
    void letters_of_another_code_page() {
        const std::string text = broken("latin1-label.csv");
        QVERIFY(!is_utf8(text));
        const auto found = read_csv_holes(text, *recognise_csv(text, Unit::Millimetre));
        QVERIFY(found && !found->holes.empty());
        QVERIFY(found->how.find("Windows-1252") != std::string::npos);
        // "\xDF" in Windows-1252 is U+00DF.
        const std::string german = "x,y,d,kind,label\n1,2,3,reamed,Gr\xF6\xDF\x65\n";
        const auto read = read_csv_holes(german, *recognise_csv(german, Unit::Millimetre));
        QCOMPARE(read->holes.at(0).spec.label, std::string("Größe"));
        Job job = with_ids(with_found(plate_job(), read->holes, mm(3)));
        QCOMPARE(job_from_json(job_to_json(job)).value(), job);
    }
    void codes_of_text() {
        // "x,y" and "1,2" on two lines, written out byte by byte with its mark first.
        std::string wide = "\xFF\xFE";
        for (const char c : std::string("x,y\n1,2\n"))
            wide += {c, '\0'};
        QCOMPARE(read_foreign_text(wide)->text, std::string("x,y\n1,2\n"));
        QVERIFY(read_foreign_text(wide)->how.find("UTF-16") != std::string::npos);
        QCOMPARE(read_foreign_text("\xEF\xBB\xBFx,y")->text, std::string("x,y"));
        QVERIFY(read_foreign_text("Größe")->how.empty());
        QVERIFY(!read_foreign_text("\x81\x8D")); // two of the five bytes that are no letter in Windows-1252
        QVERIFY(!read_foreign_text(std::string("a\0b", 3)));
    }
    void labels_have_one_limit_everywhere() {
        const std::string text = broken("long-label.csv");
        const auto found = read_csv_holes(text, *recognise_csv(text, Unit::Millimetre));
        QVERIFY(found && found->holes.size() == 1U);
        QVERIFY(left_out(*found, "Line 2: the thread or fit has up to 80 letters"));
        for (const std::size_t letters : {limits::label, limits::label + 1}) {
            Job job = plate_job();
            job.patterns = {single("A", 20, 20)};
            job.patterns[0].hole = {Purpose::Reamed, mm(5), std::string(letters, 'L'), std::nullopt};
            QCOMPARE(first_fault(job).has_value(), letters > limits::label);
            QCOMPARE(job_from_json(job_to_json(job)).has_value(), letters <= limits::label);
        }
    }
    void any_text_of_a_job_is_read_back_or_refused() {
        holds("what can be made can be read, whatever its texts", [](void) {
            const std::string text = *rc::gen::container<std::string>(rc::gen::element(
                'a', '"', '\\', '<', '&', ' ', '\n', '\t', '\x01', '\x7F', '\xC3', '\x9F', '\xE2', '\x80', '\xA8'));
            Job job = *any_job();
            std::string* const fields[] = {
                &job.title,    &job.work_for,         &at_hand(job).machine.name, &job.blank.material,
                &job.datum.on, &job.patterns[0].name, &job.patterns[0].hole.label};
            *fields[*rc::gen::inRange(0, 7)] = text;
            if (first_fault(job))
                return;
            RC_TAG("can be made");
            const auto read = job_from_json(job_to_json(job));
            RC_ASSERT(read.has_value());
            RC_ASSERT(*read == job);
        });
    }
    void a_name_on_two_lines_loses_no_hole() {
        const auto job = job_from_json(broken("pattern-name-lines.clockface.json"));
        QVERIFY2(job, job ? "" : job.error().text().c_str());
        const SetupPlan plan = plan_at_hand(*job, default_shop());
        const auto back = read_dxf_holes(dxf_of(*job, plan).value(), std::nullopt);
        QVERIFY(back && back->left_out.empty());
        QCOMPARE(back->holes.size(), plan.holes.size());
        for (const Pattern& pattern : job->patterns)
            QVERIFY(!has_control_signs(pattern.name));
    }
    void a_drawing_needs_no_room_in_the_temporary_folder() {
        const QByteArray before = qgetenv("TMPDIR");
        qputenv("TMPDIR", "/proc/no-such-place");
        const auto dxf = dxf_of(flange(), plan_at_hand(flange(), default_shop()));
        qputenv("TMPDIR", before);
        QVERIFY(dxf && dxf->ends_with("EOF\n"));
        QCOMPARE(read_dxf_holes(*dxf, std::nullopt)->holes.size(), 17U);
    }
    void cells_are_harmless_and_come_back() {
        QCOMPARE(cell("=1+1"), std::string("'=1+1"));
        QCOMPARE(cell("@SUM(A1:A9)"), std::string("'@SUM(A1:A9)"));
        QCOMPARE(cell("-2+3"), std::string("'-2+3"));
        QCOMPARE(cell("-12.5"), std::string("-12.5")); // a figure stays one
        QCOMPARE(cell("+0.25"), std::string("+0.25"));
        QCOMPARE(cell("M5"), std::string("M5"));
        QCOMPARE(cell("'tis"), std::string("'tis"));
        holds("a text comes back from its cell, and no cell begins a formula", [](void) {
            const std::string text = *rc::gen::container<std::string>(
                rc::gen::element('=', '+', '-', '@', '\'', '"', ',', ' ', '#', '1', 'A', '.', ';'));
            const std::string made = cell(text);
            const std::string line = "x,y,d,kind,label\r\n1,2,3,reamed," + made + "\r\n";
            const auto found = read_csv_holes(line, CsvReading{',', true, false, -1, 0, 1, 2, -1, 3, 4, -1, 5});
            RC_PRE(text.size() <= limits::label);
            RC_ASSERT(found && found->holes.size() == 1U);
            RC_ASSERT(found->holes[0].spec.label == text);
        });
    }
    void figures_of_a_coordinate_table_stay_figures() {
        Job job = plate_job();
        job.datum.place = DatumPlace::Middle;
        job.patterns = {single("=A", -12.5, -3)};
        const std::string csv = coordinates_csv(job, make_plan(job, default_shop()));
        QVERIFY2(csv.find("\n'=A1,-12.5,-3,mm,4,") != std::string::npos, csv.c_str());
    }
    void too_much_is_refused_before_the_work() {
        // Each of these took from ten seconds to minutes, or all the memory, when it was read first.
        const std::string minuses(1'000'000, '-');
        QVERIFY(!read_length(minuses + "1", Unit::Millimetre));
        QVERIFY(!read_length(std::string(333'333, '\xE2') + "1", Unit::Millimetre));
        QVERIFY(!read_number(minuses));
        QVERIFY(!read_turn(std::string(1'000'000, ' ') + "x"));
        QVERIFY(!read_direction(minuses, {}));
        QVERIFY(!read_hole_size(std::string(1'000'000, '+'), Unit::Millimetre));
        QVERIFY(!read_lengths(std::string(1'000'000, ' ') + "and", Unit::Millimetre));
        const auto cells = read_csv_holes("x,y\n1,2\n" + minuses + ",3\n", CsvReading{',', true});
        QVERIFY(cells && cells->holes.size() == 1U && left_out(*cells, "Line 3"));
        std::string wide = "x,y";
        for (int i = 0; i < 500'000; ++i)
            wide += ",z";
        QVERIFY(!recognise_csv(wide + "\n", Unit::Millimetre));
        QVERIFY(!recognise_csv("x,y" + std::string(300, ',') + "\n1,2\n", Unit::Millimetre));
        std::vector<std::string> holes, readings{"hole H1 4 at 0 0", "hole H2 4 at 50 0"};
        for (int i = 0; i < 100'000; ++i)
            holes.push_back(fmt::format("hole H{} 4 at {} 0", i, i * 5));
        for (int i = 0; i < 1'000'000; ++i)
            readings.emplace_back("centres H1 H2 50");
        QVERIFY(read_old_part(holes).error().sentence.find("100000 lines are more than the") != std::string::npos);
        QVERIFY(read_old_part(readings).error().sentence.find("1000002 lines are more than the") != std::string::npos);
        Shop shop = default_shop();
        while (shop.machines.size() < 2000) {
            shop.machines.push_back(shop.machines.front());
            shop.machines.back().name = fmt::format("Mill {}", shop.machines.size());
        }
        QVERIFY(first_fault(shop)->sentence.find("Up to 40 would do here") != std::string::npos);
        QVERIFY(!shop_from_json(shop_to_json(shop)));
    }
    void old_parts_without_undefined_figures() {
        const auto lines = [](const char* name) {
            std::vector<std::string> all;
            const QString text = QString::fromStdString(broken(name));
            for (const QString& line : text.split(QLatin1Char('\n')))
                all.push_back(line.toStdString());
            return all;
        };
        const auto design = read_old_part(lines("part-design-1e12.txt"));
        QVERIFY(!design && design.error().place == "line 4");
        QVERIFY(design.error().sentence.find("spaces from 3 to 400") != std::string::npos);
        auto uneven = lines("part-design-1e12.txt");
        uneven[3] = "design circle 6.7 of 50: H1/0 H2/1 H3/2";
        QVERIFY(read_old_part(uneven).error().sentence.find("whole numbers") != std::string::npos);
        uneven[3] = "design circle 6 of 50: H1/0 H2/1 H3/2";
        QVERIFY(read_old_part(uneven));
        const auto far = read_old_part(lines("part-far.txt"));
        QVERIFY(!far && far.error().sentence.find("20 metres") != std::string::npos);
        // Two holes with the one distance there is between them: nothing is open, so nothing can move.
        const auto tied = read_old_part({"hole H1 4 at 0 0", "hole H2 4 at 50 0", "centres H1 H2 50"});
        QVERIFY(tied && survey(*tied).settled());
    }
    void texts_that_look_like_markup_are_texts() {
        for (const char* name : {"title-image.clockface.json", "title-svg-bomb.clockface.json"}) {
            const auto job = job_from_json(broken(name));
            QVERIFY2(job, job ? "" : job.error().text().c_str());
            QVERIFY(job->title.starts_with("<img src="));
            QCOMPARE(job_from_json(job_to_json(*job)).value(), *job);
        }
        // A pattern's name has to fit on the board; what is too long is said, letter by letter.
        for (const char* name : {"pattern-name-image.clockface.json", "refused-name-image.clockface.json"}) {
            const auto job = job_from_json(broken(name));
            if (job)
                QCOMPARE(job_from_json(job_to_json(*job)).value(), *job);
            else
                QVERIFY(!job.error().place.empty() && !job.error().sentence.empty());
        }
    }
};

QTEST_GUILESS_MAIN(TestBrokenFiles)
#include "test_broken_files.moc"

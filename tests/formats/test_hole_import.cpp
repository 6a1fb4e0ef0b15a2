// Tables and drawings from elsewhere: recognised, read, left out in part, and our own read back to the last figure.
#include "formats/csv.h"
#include "formats/dxf.h"
#include "formats/hole_import.h"
#include "layout/validate.h"
#include "support/jobs.h"

using namespace clockface;
using namespace clockface::testing;

namespace {

// A drawing of these entities, written by hand: group codes and values on alternate lines.
std::string drawing(const std::string& entities, const std::string& blocks = "", int units = 4) {
    return "0\nSECTION\n2\nHEADER\n9\n$INSUNITS\n70\n" + std::to_string(units) + "\n0\nENDSEC\n" +
           (blocks.empty() ? "" : "0\nSECTION\n2\nBLOCKS\n" + blocks + "0\nENDSEC\n") + "0\nSECTION\n2\nENTITIES\n" +
           entities + "0\nENDSEC\n0\nEOF\n";
}
std::string circle_at(double x, double y, double radius, const std::string& layer = "0") {
    return "0\nCIRCLE\n8\n" + layer + "\n10\n" + std::to_string(x) + "\n20\n" + std::to_string(y) + "\n40\n" +
           std::to_string(radius) + "\n";
}
std::string insert(const std::string& name, double x, double y, double scale_x, double scale_y, double angle) {
    return "0\nINSERT\n8\n0\n2\n" + name + "\n10\n" + std::to_string(x) + "\n20\n" + std::to_string(y) + "\n41\n" +
           std::to_string(scale_x) + "\n42\n" + std::to_string(scale_y) + "\n50\n" + std::to_string(angle) + "\n";
}
std::string block(const std::string& name, double x, double y, const std::string& inside) {
    return "0\nBLOCK\n8\n0\n2\n" + name + "\n70\n0\n10\n" + std::to_string(x) + "\n20\n" + std::to_string(y) + "\n" +
           inside + "0\nENDBLK\n8\n0\n";
}

bool left_out(const FoundHoles& found, const std::string& words) {
    return std::any_of(found.left_out.begin(), found.left_out.end(),
                       [&](const std::string& each) { return each.find(words) != std::string::npos; });
}

} // namespace

class TestHoleImport : public QObject {
    Q_OBJECT
private slots:
    void tables_are_recognised_data() {
        QTest::addColumn<QString>("text");
        QTest::addColumn<QString>("reading"); // separator heading comma name x y diameter unit
        const auto table = [](const char* name, const char* text, const char* reading) {
            QTest::newRow(name) << text << reading;
        };
        table("plain", "12.5,30\n15,31.5\n", ", 0 0 -1 0 1 -1 mm");
        table("heading", "hole,x,y,dia\nA1,12.5,30,4\n", ", 1 0 0 1 2 3 mm");
        table("semicolons with decimal commas", "X;Y\n12,5;30,25\n1,5;2\n", "; 1 1 -1 0 1 -1 mm");
        table("tabs in inches", "no\tY (inch)\tX (inch)\n1\t.5\t.25\n", "\t 1 0 0 2 1 -1 in");
        table("running number", "1 12.5 30 4\n2 15 31 4\n3 18 32 4\n", "  0 0 0 1 2 3 mm");
        table("marked with the byte order", "\xEF\xBB\xBFx,y\n1,2\n", ", 1 0 -1 0 1 -1 mm");
        table("remarks and empty lines", "# from the old plate\n\nx|y|d\n1|2|3\n", "| 1 0 -1 0 1 2 mm");
    }
    void tables_are_recognised() {
        QFETCH(QString, text);
        QFETCH(QString, reading);
        const auto r = recognise_csv(text.toUtf8().toStdString(), Unit::Millimetre);
        QVERIFY2(r, r ? "" : r.error().sentence.c_str());
        QCOMPARE(QStringLiteral("%1 %2 %3 %4 %5 %6 %7 %8")
                     .arg(QLatin1Char(r->separator))
                     .arg(r->heading)
                     .arg(r->decimal_comma)
                     .arg(r->name)
                     .arg(r->x)
                     .arg(r->y)
                     .arg(r->diameter)
                     .arg(r->unit == Unit::Inch ? "in" : "mm"),
                 reading);
    }
    void figures_are_read_in_their_unit() {
        const std::string text = "x;y;d;unit\n12,5;30;4,2;mm\n.5;1 1/4;#29;in\n";
        const auto found = read_csv_holes(text, *recognise_csv(text, Unit::Millimetre));
        QVERIFY(found);
        QCOMPARE(found->holes.size(), 2U);
        QVERIFY(same(found->holes[0].at, {mm(12.5), mm(30)}));
        QVERIFY(same(found->holes[1].at, {Length::inches(0.5), Length::inches(1.25)}));
        QVERIFY(same(found->holes[1].spec.diameter, Length::inches(0.136)));
    }
    void bad_lines_are_left_out_and_said() {
        const std::string text = "x,y,d\n1,2,3\n4,wide,3\n7,8\nnan,1,1\n1e400,1,1\n1e9,0,3\n5,6,-2\n9\n";
        const auto found = read_csv_holes(text, *recognise_csv(text, Unit::Millimetre));
        QVERIFY(found);
        QCOMPARE(found->holes.size(), 2U); // the first, and the one without a size
        QVERIFY(left_out(*found, "Line 3: Y cannot be read from 'wide'"));
        QVERIFY(left_out(*found, "Line 5: X cannot be read from 'nan'"));
        QVERIFY(left_out(*found, "Line 6"));
        QVERIFY(left_out(*found, "Line 7"));
        QVERIFY(left_out(*found, "Line 8: the diameter must be more than nought"));
        QVERIFY(left_out(*found, "Line 9: Y is missing"));
    }
    void what_no_job_could_hold_is_left_out() {
        const std::string text = "x,y,d,kind,label,depth\n1,2,3,plain,,\n1,2,21000,plain,,\n1,2,3,plain,,-4\n"
                                 "1,2,3,plain,,0\n1,2,3,plain,,5\n1,2,3,tapped,,5\n1,2,3,tapped,M3,5\n";
        const auto found = read_csv_holes(text, *recognise_csv(text, Unit::Millimetre));
        QVERIFY(found);
        QCOMPARE(found->holes.size(), 3U);
        QVERIFY(left_out(*found, "Line 3: The hole's diameter is more than 20 metres"));
        QVERIFY(left_out(*found, "Line 4: The depth must be more than nought"));
        QVERIFY(left_out(*found, "Line 5: The depth must be more than nought"));
        QVERIFY(left_out(*found, "Line 7: a tapped hole needs the name of its thread"));
        QVERIFY(!first_fault(with_found(plate_job(), found->holes, mm(2))));
    }
    void what_is_no_table_is_refused() {
        for (const std::string text : {std::string(), std::string(" \n\n"), std::string("x,y\0z", 6),
                                       std::string("only words here\nand there\n"), std::string("x\n1\n2\n")})
            QVERIFY(!recognise_csv(text, Unit::Millimetre));
        QVERIFY(!read_csv_holes("x,y\na,b\n", CsvReading{',', true}));
    }
    void anything_gives_an_answer() {
        holds("no table and no drawing breaks the reader", [](void) {
            static const std::vector<std::string> pieces = {
                "0",   "\n", "CIRCLE", ",", ";",  "12.5",   "SECTION", "-3", "\"",    "ENTITIES", "8",   "10",
                "nan", "x",  "INSERT", "2", "40", "ENDSEC", "EOF",     "\t", "1e999", "BLOCK",    "\r\n"};
            std::string text;
            for (int n = *rc::gen::inRange(0, 60); n > 0; --n)
                text += *rc::gen::elementOf(pieces);
            if (const auto reading = recognise_csv(text, Unit::Inch))
                (void)read_csv_holes(text, *reading);
            (void)read_dxf_holes(text, std::nullopt);
            (void)is_dxf(text);
        });
    }
    void drawings_with_layers_and_units() {
        const std::string text =
            drawing(circle_at(1, 2, 0.25, "posts") + circle_at(3, 4, 0.125) + "0\nPOINT\n8\nmarks\n10\n5\n20\n6\n" +
                        "0\nLINE\n8\n0\n10\n0\n20\n0\n11\n1\n21\n1\n",
                    "", 1);
        QVERIFY(is_dxf(text));
        QVERIFY(is_dxf("999\nmade by hand\n" + text));
        QVERIFY(!is_dxf("x,y\n1,2\n"));
        const auto found = read_dxf_holes(text, std::nullopt);
        QVERIFY(found);
        QCOMPARE(found->unit, Unit::Inch);
        QVERIFY(found->unit_said);
        QCOMPARE(found->holes.size(), 3U);
        QCOMPARE(found->holes[0].layer, std::string("posts"));
        QVERIFY(same(found->holes[0].at, {Length::inches(1), Length::inches(2)}));
        QVERIFY(same(found->holes[0].spec.diameter, Length::inches(0.5)));
        QCOMPARE(found->holes[2].spec.diameter, Length{}); // a point says no size
        QVERIFY(left_out(*found, "1 lines"));
        QVERIFY(same(read_dxf_holes(text, Unit::Millimetre)->holes[0].at, {mm(1), mm(2)}));
        QVERIFY(!read_dxf_holes(drawing(circle_at(1, 1, 1), "", 0), std::nullopt)->unit_said);
    }
    void doubled_circles_are_joined() {
        const auto found =
            read_dxf_holes(drawing(circle_at(1, 2, 3) + circle_at(1, 2, 3) + circle_at(1, 2, 1.5)), std::nullopt);
        QCOMPARE(found->holes.size(), 2U);
        QVERIFY(left_out(*found, "1 hole on top"));
    }
    void blocks_are_followed() {
        // A block with its base at (1, 1) and a circle 2 to the right of it; inside it another block.
        const std::string blocks = block("post", 1, 1, circle_at(3, 1, 0.5)) +
                                   block("pair", 0, 0, insert("post", 10, 0, 1, 1, 0) + circle_at(0, 0, 0.25));
        const auto found = read_dxf_holes(drawing(insert("post", 100, 50, 2, 2, 90) + insert("pair", 0, 20, 1, 1, 180) +
                                                      insert("gone", 0, 0, 1, 1, 0) + insert("post", 7, 7, 1, 3, 0),
                                                  blocks),
                                          std::nullopt);
        QVERIFY(found);
        QCOMPARE(found->holes.size(), 3U);
        // Scaled by 2 and turned a quarter: 4 up from (100, 50), diameter 2.
        QVERIFY(same(found->holes[0].at, {mm(100), mm(54)}));
        QVERIFY(same(found->holes[0].spec.diameter, mm(2)));
        // In the pair: its own circle at the place, the post at 10 + 2 = 12, turned half round: 12 to the left.
        const auto has = [&](Point at) {
            return std::any_of(found->holes.begin(), found->holes.end(),
                               [&](const FoundHole& hole) { return same(hole.at, at); });
        };
        QVERIFY(has({mm(0), mm(20)}));
        QVERIFY(has({mm(-12), mm(20)}));
        QVERIFY(left_out(*found, "'gone'"));
        QVERIFY(left_out(*found, "unequal scales"));
    }
    void a_block_in_itself_ends() {
        const auto found = read_dxf_holes(
            drawing(insert("a", 0, 0, 1, 1, 0), block("a", 0, 0, circle_at(1, 1, 1) + insert("a", 5, 0, 1, 1, 0))),
            std::nullopt);
        QVERIFY(found);
        QCOMPARE(found->holes.size(), 1U);
        QVERIFY(left_out(*found, "Block 'a' where it is inserted in itself."));
    }
    void broken_drawings() {
        QVERIFY(!read_dxf_holes("", std::nullopt));
        QVERIFY(!read_dxf_holes(std::string("0\nSEC\0TION\n", 12), std::nullopt));
        QVERIFY(!read_dxf_holes(drawing(""), std::nullopt));
        const std::string whole = drawing(circle_at(1, 2, 3) + circle_at(4, 5, 6));
        const std::string cut = whole.substr(0, whole.size() - 30); // in the middle of the second circle
        const auto found = read_dxf_holes(cut, std::nullopt);
        QVERIFY(found && found->holes.size() == 1 && left_out(*found, "ends in the middle"));
        const auto far = read_dxf_holes(drawing(circle_at(1, 2, 3) + circle_at(1e9, 0, 3)), std::nullopt);
        QVERIFY(far && far->holes.size() == 1 && left_out(*far, "20 metres"));
    }
    void our_own_files_read_back() {
        holds("every place and diameter comes back, from the table and from the drawing", [](void) {
            const Job job = *any_job();
            const SetupPlan plan = plan_at_hand(job, default_shop());
            RC_PRE(!plan.holes.empty());
            const std::string csv = coordinates_csv(job, make_plan(job, default_shop()));
            const auto reading = recognise_csv(csv, Unit::Millimetre);
            RC_ASSERT(reading.has_value());
            const auto table = read_csv_holes(csv, *reading);
            RC_ASSERT(table && table->left_out.empty());
            RC_ASSERT(table->holes.size() == plan.holes.size());
            for (std::size_t i = 0; i < plan.holes.size(); ++i) {
                RC_ASSERT(same(from_drawn(job.datum, table->holes[i].at), plan.holes[i].at, 1e-9));
                RC_ASSERT(table->holes[i].spec.purpose == plan.holes[i].spec.purpose);
                RC_ASSERT(same(table->holes[i].spec.diameter, plan.holes[i].spec.diameter, 1e-9));
            }
        });
        Job job = flange();
        const SetupPlan plan = plan_at_hand(job, default_shop());
        const auto dxf = dxf_of(job, plan);
        QVERIFY(dxf && is_dxf(*dxf));
        const auto drawn = read_dxf_holes(*dxf, std::nullopt);
        QVERIFY(drawn && drawn->left_out.empty());
        QCOMPARE(drawn->unit, job.unit);
        QCOMPARE(drawn->holes.size(), plan.holes.size());
        for (std::size_t i = 0; i < plan.holes.size(); ++i) {
            QVERIFY(same(from_drawn(job.datum, drawn->holes[i].at), plan.holes[i].at, 1e-9));
            QVERIFY(same(drawn->holes[i].spec.diameter, plan.holes[i].spec.diameter, 1e-9));
            QCOMPARE(drawn->holes[i].layer, job.patterns[plan.holes[i].pattern].name);
        }
    }
    void found_holes_become_patterns() {
        Job job = plate_job();
        job.datum.x_plus_right = false;
        const HoleSpec four{Purpose::Plain, mm(4), "", std::nullopt};
        const std::vector<FoundHole> holes = {{"A1", "", {mm(1), mm(2)}, four},
                                              {"B1", "", {mm(3), mm(4)}, four},
                                              {"A2", "", {mm(5), mm(6)}, four},
                                              {"A3", "", {mm(7), mm(8)}, {}}};
        const Job next = with_found(job, holes, mm(2.5));
        QVERIFY(!first_fault(next));
        QCOMPARE(next.patterns.size(), 3U); // A of 4, B, and A of an unsaid size
        QVERIFY(same(std::get<PointsPattern>(next.patterns[0].layout).at[1], {mm(-5), mm(6)}));
        QCOMPARE(next.patterns[2].hole.diameter, mm(2.5));
    }
};

QTEST_GUILESS_MAIN(TestHoleImport)
#include "test_hole_import.moc"

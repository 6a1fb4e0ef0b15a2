// The reference tables against the formulas they come from.
#include "cutting/formulas.h"
#include "measure/drill_names.h"
#include "measure/shop_number.h"
#include "shop/shop.h"
#include "shop/tables.h"
#include "support/jobs.h"

#include <QTest>
#include <cmath>
#include <set>

using namespace clockface;
using namespace clockface::testing;

namespace {

std::vector<NamedDrill> family(DrillFamily which) {
    std::vector<NamedDrill> out;
    for (const NamedDrill& drill : all_drills())
        if (drill.family == which)
            out.push_back(drill);
    return out;
}

Length size_of(const std::string& drill) {
    if (const auto sold = drill_sold_as(drill))
        return *sold;
    return Length::mm(std::stod(drill));
}

} // namespace

class TestCutterTables : public QObject {
    Q_OBJECT
private slots:
    void number_and_letter_drills() {
        const auto numbers = family(DrillFamily::Number);
        QCOMPARE(numbers.size(), std::size_t{80});
        std::set<std::string> names;
        for (int n = 1; n <= 80; ++n)
            QVERIFY2(drill_diameter("#" + std::to_string(n)), qPrintable(QString::number(n)));
        // A higher number is a smaller drill, without exception.
        for (int n = 1; n < 80; ++n)
            QVERIFY(*drill_diameter("#" + std::to_string(n)) > *drill_diameter("#" + std::to_string(n + 1)));
        const auto letters = family(DrillFamily::Letter);
        QCOMPARE(letters.size(), std::size_t{26});
        for (char c = 'A'; c < 'Z'; ++c)
            QVERIFY(*drill_diameter(std::string(1, c)) < *drill_diameter(std::string(1, static_cast<char>(c + 1))));
        QVERIFY(*drill_diameter("A") > *drill_diameter("#1")); // letters go on where numbers end
        QVERIFY(same(*drill_diameter("E"), Length::inches(0.25)));
    }
    void fractional_drills_are_64ths() {
        const auto all = family(DrillFamily::Fractional);
        QCOMPARE(all.size(), std::size_t{64 + 16});
        for (std::size_t i = 0; i < 64; ++i) {
            QVERIFY(same(all[i].size, Length::inches(static_cast<double>(i + 1) / 64.0)));
            // The name says the same as the figure, read as anybody would read it.
            QVERIFY(same(read_length(all[i].name, Unit::Inch)->value, all[i].size));
        }
        for (std::size_t i = 64; i < 80; ++i)
            QVERIFY(same(all[i].size, Length::inches(1.0 + static_cast<double>(i - 63) / 32.0)));
    }
    void metric_drills_without_gaps() {
        const auto all = family(DrillFamily::Metric);
        Length last;
        for (const NamedDrill& drill : all) {
            QVERIFY(same(read_length(drill.name, Unit::Millimetre)->value, drill.size));
            if (last > Length{}) {
                const double gap = (drill.size - last).in_mm();
                double most = 0.5001;
                if (drill.size <= mm(3.001))
                    most = 0.0501;
                else if (drill.size <= mm(14.001))
                    most = 0.1001;
                QVERIFY2(gap > 0.0 && gap <= most, drill.name.c_str());
            }
            last = drill.size;
        }
        for (int tenth = 3; tenth <= 140; ++tenth)
            QVERIFY2(std::any_of(all.begin(), all.end(),
                                 [&](const NamedDrill& d) { return same(d.size, mm(tenth / 10.0)); }),
                     qPrintable(QString::number(tenth)));
    }
    void threads_by_their_formulas() {
        int ba = 0;
        for (const Thread& thread : all_threads()) {
            QVERIFY2(thread.major > thread.pitch * 2.0, thread.name.c_str());
            if (thread.series == "BA") {
                // Pitch 0.9^n mm and diameter 6 p^1.2, both to two figures (BS 93).
                const double p = std::pow(0.9, ba), d = 6.0 * std::pow(p, 1.2);
                QVERIFY2(std::fabs(thread.pitch.in_mm() - p) < 0.0056, thread.name.c_str());
                QVERIFY2(std::fabs(thread.major.in_mm() - d) < 0.056, thread.name.c_str());
                QCOMPARE(thread.angle.in_degrees(), 47.5);
                ++ba;
            } else if (thread.series == "BSW" || thread.series == "BSF") {
                QCOMPARE(thread.angle.in_degrees(), 55.0);
            } else {
                QCOMPARE(thread.angle.in_degrees(), 60.0);
            }
            if (thread.series == "UNC" || thread.series == "UNF") {
                const std::size_t dash = thread.name.rfind('-');
                const double turns = std::stod(thread.name.substr(dash + 1));
                QVERIFY2(same(thread.pitch, Length::inches(1.0 / turns)), thread.name.c_str());
                const std::string size = thread.name.substr(0, dash);
                // Numbered screws: 0.060 in and 0.013 in for each number (ASME B1.1).
                const bool number =
                    size.find('/') == std::string::npos && turns > 20.0; // 1-64 is number 1, 1-8 an inch
                const Length major =
                    number ? Length::inches(0.060 + 0.013 * std::stod(size)) : read_length(size, Unit::Inch)->value;
                QVERIFY2(same(thread.major, major), thread.name.c_str());
            }
            if (thread.series.starts_with("metric")) {
                const std::string size = thread.name.substr(1, thread.name.find('x') - 1);
                QVERIFY(same(thread.major, mm(std::stod(size))));
            }
            // The charts' drill leaves a usual thread, whatever the standard.
            const double percent = percent_of_thread(thread, size_of(thread.charted));
            QVERIFY2(percent > 55.0 && percent < 92.0,
                     qPrintable(QString("%1 %2").arg(thread.name.c_str()).arg(percent)));
        }
        QCOMPARE(ba, 15);
        QVERIFY(find_thread("1/4 BSF") && find_thread("2ba") && find_thread("1/4 bsw"));
        QVERIFY(!same(find_thread("1/4 BSW")->pitch, find_thread("1/4 BSF")->pitch));
    }
    void coarser_in_the_coarse_series() {
        for (const auto& [coarse, fine] : {std::pair("UNC", "UNF"), {"BSW", "BSF"}})
            for (const Thread& a : all_threads())
                for (const Thread& b : all_threads())
                    if (a.series == coarse && b.series == fine && same(a.major, b.major))
                        QVERIFY2(a.pitch > b.pitch, a.name.c_str());
    }
    void clearance_rises() {
        Length last;
        for (const Clearance& row : all_clearances()) {
            QVERIFY2(row.close > row.major && row.normal > row.close && row.free > row.normal, row.screw.c_str());
            QVERIFY2(row.free < row.major * 1.45 + mm(0.2), row.screw.c_str());
            if (row.screw.starts_with("M"))
                QVERIFY(row.major > last);
            last = row.major;
        }
        QVERIFY(same(clearance_for("M5")->normal, mm(5.5))); // ISO 273, medium
        QVERIFY(same(clearance_for("1/4")->close, Length::inches(17.0 / 64.0)));
        QVERIFY(!clearance_for("M77"));
        for (const Thread& thread : all_threads())
            if (thread.series == "metric coarse" || thread.series == "BA" ||
                (thread.series == "UNC" && thread.major < Length::inches(0.5)))
                QVERIFY2(clearance_for(screw_of(thread)), thread.name.c_str());
    }
    void screw_heads_fit_their_counterbores() {
        for (const ScrewHead& head : all_heads()) {
            QVERIFY2(head.counterbore > head.head && head.head > head.major * 1.2, head.screw.c_str());
            QVERIFY2(std::fabs(head.height / head.major - 1.0) < 0.03,
                     head.screw.c_str()); // a cap head is as high as its thread
            QVERIFY2(head.sink_mouth > head.major * 1.6 && clearance_for(head.screw), head.screw.c_str());
            QVERIFY(head.sink_angle == deg(90) || head.sink_angle == deg(82));
        }
    }
    void fits_by_iso_grades() {
        // IT grades: i = 0.45 cbrt(D) + 0.001 D micrometres, D the geometric mean of the step (ISO 286-1);
        // IT6 = 10 i, IT7 = 16 i, IT8 = 25 i, IT9 = 40 i, IT11 = 100 i. Up to 3 mm the standard takes D from 1 to 3.
        const std::map<char, double> grades = {{'6', 10.0}, {'7', 16.0}, {'8', 25.0}, {'9', 40.0}, {'1', 100.0}};
        for (const FitRow& row : all_fits()) {
            const double low = std::max(1.0, row.over.in_mm());
            const double d = std::sqrt(low * row.up_to.in_mm());
            const double i = 0.45 * std::cbrt(d) + 0.001 * d;
            const double width = (row.upper - row.lower).in_mm() * 1000.0;
            const double due = grades.at(row.fit[1]) * i;
            QVERIFY2(
                std::fabs(width - due) < std::max(1.6, (low > 1.0 ? 0.07 : 0.2) * due),
                qPrintable(
                    QString("%1 to %2: %3 for %4").arg(row.fit.c_str()).arg(row.up_to.in_mm()).arg(width).arg(due)));
            if (row.fit[0] == 'H')
                QVERIFY(same(row.lower, mm(0)));
            if (row.fit[0] == 'h')
                QVERIFY(same(row.upper, mm(0)));
        }
        QVERIFY(same(fit_for("H7", mm(6))->upper, mm(0.012)));
        QVERIFY(same(fit_for("H7", mm(6.01))->upper, mm(0.015)));
        QVERIFY(!fit_for("Q7", mm(6)) && !fit_for("H7", mm(90)));
    }
    void reamers_and_what_goes_under_them() {
        Length up_to;
        for (const ReamAllowance& row : ream_allowances()) {
            QVERIFY(same(row.over, up_to) && row.hand < row.machine && row.hand > mm(0));
            up_to = row.up_to;
        }
        for (const SoldReamer& reamer : sold_reamers()) {
            QVERIFY2(reamer.inch ? drill_sold_as(reamer.drill).has_value() : std::stod(reamer.drill) > 0.0,
                     reamer.name.c_str());
            const Length left =
                reamer.size - (reamer.inch ? *drill_sold_as(reamer.drill) : mm(std::stod(reamer.drill)));
            QVERIFY2(left >= mm(0.08) && left <= mm(0.55),
                     qPrintable(QString("%1 %2").arg(reamer.name.c_str()).arg(left.in_mm())));
        }
    }
    void centre_drills_and_lengths() {
        for (const CentreDrillSize& size : all_centre_drills()) {
            QVERIFY2(size.tip < size.body && size.tip_length > size.tip * 0.7 && size.tip_length < size.tip * 1.7,
                     size.name.c_str());
        }
        const DrillLength* last = nullptr;
        for (const DrillLength& row : drill_lengths()) {
            QVERIFY(row.flute < row.overall && row.stub_flute < row.flute && row.stub_overall < row.overall);
            if (last)
                QVERIFY(row.up_to > last->up_to && row.flute > last->flute);
            last = &row;
        }
        QVERIFY(same(drill_length(mm(5)).flute, mm(52))); // ISO 235: above 4.75 up to 5.30
    }
    void metals() {
        for (const Metal& metal : all_metals()) {
            QVERIFY2(metal.slow < metal.usual && metal.usual < metal.fast && metal.carbide > metal.usual,
                     metal.name.c_str());
            QVERIFY2(metal.thread_percent >= 60 && metal.thread_percent <= 75 && metal.engagement >= 1.0,
                     metal.name.c_str());
            QVERIFY2(metal_of(metal.name) && metal_of(metal.name)->name == metal.name, metal.name.c_str());
            if (metal.fluid != "dry" && metal.fluid != "cutting oil")
                QVERIFY(std::any_of(fluid_substitutes().begin(), fluid_substitutes().end(),
                                    [&](const FluidRow& row) { return row.fluid == metal.fluid; }));
        }
        QCOMPARE(metal_of("Silver steel bar")->name, std::string("silver steel")); // not plain steel
        QCOMPARE(metal_of("flat bar, bright")->name, std::string("mild steel"));
        QVERIFY(!metal_of("moon cheese") && !metal_of(""));
    }
    void sets_have_their_gaps() {
        Drawer drawer;
        drawer.sets = {{SetFamily::Fractional, "1/16", "1/2", {}, {"15/64"}}};
        QCOMPARE(cutters_in(drawer).size(), std::size_t{29 - 1}); // 4/64 to 32/64
        drawer.sets = {{SetFamily::Metric, "1", "13", mm(0.5), {}}};
        QCOMPARE(cutters_in(drawer).size(), std::size_t{25});
        drawer.sets = {{SetFamily::Number, "#60", "#1", {}, {}}};
        QCOMPARE(cutters_in(drawer).size(), std::size_t{60}); // either way round
        // A single one goes before the set's: it was measured.
        Cutter own = cutters_in(drawer).front();
        own.measured = own.diameter + mm(0.03);
        drawer.singles = {own};
        const auto all = cutters_in(drawer);
        QCOMPARE(all.size(), std::size_t{60});
        QVERIFY(same(all.front().actual(), own.diameter + mm(0.03)));
        // Everything that can be owned is also sold, and no name stands for two things.
        std::set<std::string> names;
        for (const Cutter& cutter : cutters_sold())
            QVERIFY2(names.insert(cutter.name).second, cutter.name.c_str());
        for (const Cutter& cutter : cutters_in(default_drawer()))
            if (cutter.kind != CutterKind::SpotDrill && cutter.kind != CutterKind::Countersink)
                QVERIFY2(names.contains(cutter.name), cutter.name.c_str());
    }
};

QTEST_GUILESS_MAIN(TestCutterTables)
#include "test_cutter_tables.moc"

// CSV: every figure comes back, and names with commas and quotes survive.
#include "formats/csv.h"
#include "formats/plan_json.h"
#include "support/bars.h"

#include <nlohmann/json.hpp>

#include <cmath>
#include <sstream>

using namespace clockface;
using namespace clockface::testing;

namespace {

// An RFC 4180 reader written apart from the writer.
std::vector<std::vector<std::string>> parsed(const std::string& text) {
    std::vector<std::vector<std::string>> rows(1, std::vector<std::string>(1));
    bool quoted = false;
    for (std::size_t i = 0; i < text.size(); ++i) {
        const char c = text[i];
        if (quoted) {
            if (c == '"' && i + 1 < text.size() && text[i + 1] == '"')
                rows.back().back() += text[++i];
            else if (c == '"')
                quoted = false;
            else
                rows.back().back() += c;
        } else if (c == '"') {
            quoted = true;
        } else if (c == ',') {
            rows.back().emplace_back();
        } else if (c == '\n') {
            rows.emplace_back(1);
        } else if (c != '\r') {
            rows.back().back() += c;
        }
    }
    rows.pop_back();
    return rows;
}

} // namespace

class TestCsv : public QObject {
    Q_OBJECT
private slots:
    void coordinates_come_back_exactly() {
        holds("every coordinate reads back to the same number", [](void) {
            const Job job = *any_job();
            const SetupPlan plan = plan_at_hand(job, default_shop());
            const auto rows = parsed(coordinates_csv(job, make_plan(job, default_shop())));
            RC_ASSERT(rows.size() == plan.holes.size() + 1);
            for (std::size_t i = 0; i < plan.holes.size(); ++i) {
                const Point drawn = as_drawn(job.datum, plan.holes[i].at);
                RC_ASSERT(rows[i + 1].size() == 8U);
                RC_ASSERT(std::stod(rows[i + 1][1]) == drawn.x.in(job.unit));
                RC_ASSERT(std::stod(rows[i + 1][2]) == drawn.y.in(job.unit));
            }
        });
    }
    void names_are_quoted() {
        Job job = plate_job();
        job.patterns = {single("the \"big\", left", 20, 30)};
        const auto rows = parsed(coordinates_csv(job, make_plan(job, default_shop())));
        QCOMPARE(rows[1][0], std::string("the \"big\", left1"));
    }
    void the_flange_table() {
        const auto rows = parsed(coordinates_csv(flange(), make_plan(flange(), default_shop())));
        QCOMPARE(rows[0][0], std::string("hole"));
        QCOMPARE(rows[1][6], std::string("M5"));
        QCOMPARE(rows[1][7], std::string("8.6"));
        QCOMPARE(rows[8][5], std::string("reamed"));
        QCOMPARE(rows[8][7], std::string());
    }
    void a_bar_has_angles_and_offsets() {
        const Job job = arbor();
        const auto rows = parsed(coordinates_csv(job, make_plan(job, default_shop())));
        QCOMPARE(rows[0][8] + rows[0][9], std::string("angleoffset"));
        QCOMPARE(std::stod(rows[2][8]), 330.0); // 30 counter-clockwise of the top, in a drawing that counts clockwise
        QCOMPARE(std::stod(rows[2][1]), 41.9);
        const auto plan = nlohmann::json::parse(plan_to_json(job, make_plan(job, default_shop())))["setups"][0];
        QCOMPARE(plan["holes"][1]["bar"]["bearing"].get<double>(), 120.0);
        QVERIFY(plan["holes"][1]["bar"]["figures"].size() > 5);
        QVERIFY(plan["proof"]["landings"][0].contains("far_mouth"));
    }
    void moves_have_a_row_each() {
        for (const Machine& machine : default_shop().machines) {
            Job job = flange();
            at_hand(job).machine = machine.name;
            const SetupPlan plan = plan_at_hand(job, default_shop());
            const auto rows = parsed(instructions_csv(job, make_plan(job, default_shop())));
            QCOMPARE(rows.size(), plan.route.list.size() + 1);
            for (const auto& each : rows)
                QCOMPARE(each.size(), 6U);
            QCOMPARE(rows.back()[0], std::to_string(plan.route.list.size()));
        }
    }
};

QTEST_GUILESS_MAIN(TestCsv)
#include "test_csv.moc"

// How fast: start to the first painted window, re-plan, repaint, a keystroke to the board.
#include "board/board_view.h"
#include "formats/job_json.h"
#include "holding/loadings.h"
#include "look/look.h"
#include "ordering/travel.h"
#include "plan/advisor.h"
#include "shell/main_window.h"
#include "support/bars.h"
#include "support/old_parts.h"
#include "support/window.h"

#include <QProcess>
#include <algorithm>
#include <benchmark/benchmark.h>
#include <cmath>
#include <map>
#include <numeric>
#include <random>

using namespace clockface;
using namespace clockface::app;
using namespace clockface::testing;

namespace {

// Holes spread over a plate in rows of a hundred.
Job job_of(int holes) {
    Job job = plate_job();
    job.blank.width.nominal = job.blank.height.nominal = mm(1200);
    at_hand(job).order.holes = HoleOrder::LeastWork;
    for (int made = 0; made < holes; made += 100)
        job.patterns.push_back(
            row(next_pattern_name(job), 7.3, 9.1 + made / 10.0, std::min(100, holes - made), 11.7, 0));
    return job;
}

// A helix round a long bar.
Job bar_job_of(int holes) {
    Job job = arbor();
    job.blank.bar.shoulders.clear();
    job.blank.width.nominal = mm(4.0 * holes + 40.0);
    BarPattern helix;
    helix.along_from = AlongFrom::LeftEnd;
    helix.along = mm(20);
    helix.at = deg(90);
    helix.count = holes;
    helix.pitch = mm(4);
    helix.turn = deg(37.3);
    job.patterns.resize(1);
    job.patterns[0].layout = helix;
    job.patterns[0].hole.diameter = mm(2.4);
    job.patterns[0].hole.depth = mm(5);
    return job;
}

// Readings of an old part, `slips` of them wrong by millimetres, worked out from nothing.
void survey_of(benchmark::State& state, int slips) {
    Dice dice(3);
    MadePart made = strewn(dice, static_cast<int>(state.range(0)));
    measure_all(made, dice, static_cast<int>(state.range(1)), 1.0);
    for (int k = 0; k < slips; ++k)
        made.part.readings[static_cast<std::size_t>(5 + 10 * k)].length += mm(k % 2 == 0 ? 7.0 : -5.0);
    bool settled = false;
    for (auto _ : state)
        settled = survey(made.part).settled();
    state.counters["readings"] = static_cast<double>(made.part.readings.size());
    state.counters["settled"] = settled;
}
BENCHMARK_CAPTURE(survey_of, honest, 0)->Args({9, 3})->Args({50, 4})->Args({200, 8})->Unit(benchmark::kMillisecond);
BENCHMARK_CAPTURE(survey_of, three_slips, 3)->Args({9, 3})->Args({50, 4})->Unit(benchmark::kMillisecond);

// Milliseconds of the clock and of the processor until a program's window is painted.
std::pair<double, double> first_paint(const QString& path, const QStringList& arguments) {
    QProcess program;
    program.start(path, arguments);
    program.waitForFinished();
    const QList<QByteArray> said = program.readAllStandardOutput().trimmed().split(' ');
    return {said.value(0).toDouble(), said.value(1).toDouble()};
}

void start_to_first_painted_window(benchmark::State& state) {
    double processor = 0.0, empty = 0.0;
    for (auto _ : state) {
        const auto [clock, used] = first_paint(QStringLiteral(APP_PROGRAM), {"--demo", "--time-start"});
        state.SetIterationTime(clock / 1000.0);
        processor += used;
        empty += first_paint(QStringLiteral(EMPTY_WINDOW_PROGRAM), {}).second;
    }
    state.counters["processor_ms"] = processor / static_cast<double>(state.iterations());
    state.counters["empty_windows"] = processor / empty;
}
BENCHMARK(start_to_first_painted_window)->UseManualTime()->Unit(benchmark::kMillisecond)->Iterations(15);

using JobOf = Job (*)(int holes);

void re_plan(benchmark::State& state, const char* machine, JobOf make) {
    Job job = make(static_cast<int>(state.range(0)));
    at_hand(job).machine = machine;
    const Shop shop = default_shop();
    for (auto _ : state)
        benchmark::DoNotOptimize(plan_at_hand(job, shop));
}
BENCHMARK_CAPTURE(re_plan, handwheels, "Metric mill", job_of)
    ->Arg(100)
    ->Arg(1000)
    ->Arg(10000)
    ->Unit(benchmark::kMillisecond);
BENCHMARK_CAPTURE(re_plan, readout, "Readout mill", job_of)
    ->Arg(100)
    ->Arg(1000)
    ->Arg(10000)
    ->Unit(benchmark::kMillisecond);
BENCHMARK_CAPTURE(re_plan, rotary_table, "Rotary table", job_of)
    ->Arg(100)
    ->Arg(1000)
    ->Arg(10000)
    ->Unit(benchmark::kMillisecond);
BENCHMARK_CAPTURE(re_plan, layout, "Layout bench", job_of)
    ->Arg(100)
    ->Arg(1000)
    ->Arg(10000)
    ->Unit(benchmark::kMillisecond);

BENCHMARK_CAPTURE(re_plan, bar_readout, "Readout mill", bar_job_of)->Arg(100)->Arg(1000)->Unit(benchmark::kMillisecond);
BENCHMARK_CAPTURE(re_plan, bar_drill_press, "Drill press", bar_job_of)
    ->Arg(100)
    ->Arg(1000)
    ->Unit(benchmark::kMillisecond);

// The way round: what it costs against a lower bound (the cheapest spanning tree over the cheaper direction of
// each leg, raised by node weights as Held and Karp did in 1970) and against the best way found by looking thirty times
// as long.
double bound_of(const std::vector<Point>& stops, const TravelCost& cost) {
    const std::size_t n = stops.size() + 1; // and the start; a way is a tree, so no tree may cost more
    const auto at = [&](std::size_t i) { return i == 0 ? Point{} : stops[i - 1]; };
    std::vector<double> weight(n, 0.0);
    double best = 0.0, step = 2.0;
    constexpr int rounds = 60;
    for (int round = 0; round < rounds; ++round, step *= 0.95) {
        std::vector<double> near(n, 1e300);
        std::vector<std::size_t> from(n, 0);
        std::vector<int> degree(n, 0);
        std::vector<char> in(n, 0);
        near[0] = 0.0;
        double sum = 0.0;
        for (std::size_t k = 0; k < n; ++k) {
            std::size_t next = n;
            for (std::size_t i = 0; i < n; ++i)
                if (!in[i] && (next == n || near[i] < near[next]))
                    next = i;
            in[next] = 1;
            if (k > 0) {
                sum += near[next];
                ++degree[next];
                ++degree[from[next]];
            }
            for (std::size_t i = 0; i < n; ++i)
                if (!in[i]) {
                    const double leg = std::min(cost.seconds(at(next), at(i)), cost.seconds(at(i), at(next))) +
                                       weight[next] + weight[i];
                    if (leg < near[i]) {
                        near[i] = leg;
                        from[i] = next;
                    }
                }
        }
        // On a way the start has one leg and every stop two, but the last: so often its weight was added. Which is the
        // last is not known, so the least is taken.
        double added = weight[0], least = 1e300;
        for (std::size_t i = 1; i < n; ++i) {
            added += 2.0 * weight[i];
            least = std::min(least, weight[i]);
        }
        best = std::max(best, sum - added + least);
        for (std::size_t i = 0; i < n; ++i)
            weight[i] += step * (degree[i] - (i == 0 ? 1 : 2));
    }
    return best;
}

std::vector<Point> scattered(int count) {
    std::mt19937 chance(20261126);
    std::uniform_real_distribution<double> at(0.0, 400.0);
    std::vector<Point> stops;
    for (int i = 0; i < count; ++i) {
        const double x = at(chance);
        stops.push_back({Length::mm(std::round(x / 0.02) * 0.02), Length::mm(std::round(at(chance) / 0.02) * 0.02)});
    }
    return stops;
}

void way_round(benchmark::State& state, const char* machine, Effort effort) {
    const auto stops = scattered(static_cast<int>(state.range(0)));
    const Shop shop = default_shop();
    const TravelCost cost = travel_cost(*shop.find(machine), {});
    double seconds = 0.0;
    for (auto _ : state)
        seconds = cheapest_tour(stops, {}, cost, effort).seconds;
    static std::map<std::pair<std::string, std::int64_t>, double> best_known;
    auto& best = best_known[{machine, state.range(0)}];
    if (best == 0.0) { // thirty starts at other places of the same stops
        best = seconds;
        std::mt19937 chance(1);
        constexpr int starts = 30;
        for (int i = 0; i < starts && stops.size() > 12; ++i) {
            std::vector<int> shuffled(stops.size());
            std::iota(shuffled.begin(), shuffled.end(), 0);
            std::shuffle(shuffled.begin(), shuffled.end(), chance);
            std::vector<Point> other;
            for (const int k : shuffled)
                other.push_back(stops[static_cast<std::size_t>(k)]);
            best = std::min(best, cheapest_tour(other, {}, cost, Effort::Long).seconds);
        }
    }
    state.counters["over_best"] = seconds / best;
    state.counters["over_bound"] = seconds / bound_of(stops, cost);
}
BENCHMARK_CAPTURE(way_round, handwheels_long, "Metric mill", Effort::Long)
    ->Arg(12)
    ->Arg(50)
    ->Arg(200)
    ->Arg(1000)
    ->Unit(benchmark::kMillisecond)
    ->Iterations(1);
BENCHMARK_CAPTURE(way_round, handwheels_usual, "Metric mill", Effort::Usual)
    ->Arg(12)
    ->Arg(50)
    ->Arg(200)
    ->Arg(1000)
    ->Unit(benchmark::kMillisecond);
BENCHMARK_CAPTURE(way_round, readout_long, "Readout mill", Effort::Long)
    ->Arg(12)
    ->Arg(50)
    ->Arg(200)
    ->Arg(1000)
    ->Unit(benchmark::kMillisecond)
    ->Iterations(1);
BENCHMARK_CAPTURE(way_round, readout_usual, "Readout mill", Effort::Usual)
    ->Arg(12)
    ->Arg(50)
    ->Arg(200)
    ->Arg(1000)
    ->Unit(benchmark::kMillisecond);

void many_parts(benchmark::State& state, const char* machine) {
    Job job = job_of(static_cast<int>(state.range(0)));
    at_hand(job).machine = machine;
    const SetupPlan plan = plan_at_hand(job, default_shop());
    for (auto _ : state)
        benchmark::DoNotOptimize(many_parts_of(job, plan, 400));
}
BENCHMARK_CAPTURE(many_parts, handwheels, "Metric mill")->Arg(17)->Arg(100)->Unit(benchmark::kMillisecond);
BENCHMARK_CAPTURE(many_parts, readout, "Readout mill")->Arg(17)->Arg(100)->Unit(benchmark::kMillisecond);

void machines_side_by_side(benchmark::State& state) {
    const Job job = job_of(static_cast<int>(state.range(0)));
    const Shop shop = default_shop();
    for (auto _ : state)
        benchmark::DoNotOptimize(advise_methods(job, shop, {}));
}
BENCHMARK(machines_side_by_side)->Arg(17)->Arg(100)->Unit(benchmark::kMillisecond);

void board_repaint(benchmark::State& state, JobOf make) {
    Document document(default_shop());
    document.show_example(make(static_cast<int>(state.range(0))));
    Selection selection;
    BoardView board(document, selection);
    board.resize(784, 708);
    QPixmap picture(board.size());
    for (auto _ : state)
        board.render(&picture);
}
BENCHMARK_CAPTURE(board_repaint, plate, job_of)->Arg(100)->Arg(1000)->Arg(10000)->Unit(benchmark::kMillisecond);
BENCHMARK_CAPTURE(board_repaint, bar, bar_job_of)->Arg(100)->Arg(1000)->Unit(benchmark::kMillisecond);

// From the key to the painted board and slip, in the whole window with an open blank.
void type_into(benchmark::State& state, Window& w, const char* name, const char* begun) {
    QApplication::processEvents();
    BlankEdit* blank = w.blank(name);
    blank->setFocus();
    QApplication::processEvents();
    blank->setText(begun);
    int n = 0;
    for (auto _ : state) {
        QTest::keyClick(blank, Qt::Key_Backspace);
        QTest::keyClick(blank, static_cast<Qt::Key>(Qt::Key_1 + n++ % 8));
        w.main.findChild<BoardView*>()->repaint();
    }
}

void keystroke_to_board(benchmark::State& state) {
    Window w;
    w.document.show_example(job_of(static_cast<int>(state.range(0))));
    type_into(state, w, "pitch", "11.7");
}
BENCHMARK(keystroke_to_board)->Arg(100)->Arg(1000)->Unit(benchmark::kMillisecond);

// A board's thickness under Hold: its proposal, what every drill meets, board, section and slip.
void holding_to_board(benchmark::State& state) {
    Window w;
    Job job = job_of(static_cast<int>(state.range(0)));
    at_hand(job).holding.in = ""; // clamped on the table
    w.document.show_example(job);
    w.main.show_stage(Stage::Hold);
    type_into(state, w, "waste", "21.7");
}
BENCHMARK(holding_to_board)->Arg(100)->Arg(1000)->Unit(benchmark::kMillisecond);

// Done with a card at the Bench, and back again, to the painted next one: two keys.
void card_at_the_bench(benchmark::State& state, const char* machine) {
    Window w;
    Job job = job_of(static_cast<int>(state.range(0)));
    at_hand(job).machine = machine;
    w.document.show_example(job);
    w.main.show_stage(Stage::Bench);
    for (int i = 0; i < 12; ++i)
        w.done_at_bench();
    QWidget* bench = w.find("bench");
    for (auto _ : state) {
        w.done_at_bench();
        bench->repaint();
        QTest::keyClick(bench, Qt::Key_Backspace);
        bench->repaint();
    }
}
BENCHMARK_CAPTURE(card_at_the_bench, handwheels, "Metric mill")->Arg(100)->Arg(1000)->Unit(benchmark::kMillisecond);
BENCHMARK_CAPTURE(card_at_the_bench, readout, "Readout mill")->Arg(100)->Arg(1000)->Unit(benchmark::kMillisecond);

// A load of a batch done, and back again, where half of what its first setting drills is behind.
void load_at_the_bench(benchmark::State& state) {
    Window w;
    Job job = *load_job(SOURCE_FOLDER "/demo/dial-stay-brackets.clockface.json");
    job.pieces = static_cast<int>(state.range(0));
    w.document.show_example(job);
    w.main.show_stage(Stage::Bench);
    QWidget* bench = w.find("bench");
    while (!w.find("benchLoading")) {
        QApplication::processEvents();
        w.done_at_bench();
    }
    for (int i = 0; i < job.pieces; ++i)
        w.done_at_bench();
    for (auto _ : state) {
        w.done_at_bench();
        bench->repaint();
        QTest::keyClick(bench, Qt::Key_Backspace);
        bench->repaint();
    }
}
BENCHMARK(load_at_the_bench)->Arg(34)->Arg(500)->Unit(benchmark::kMillisecond);

// The fewest settings for a batch of parts whose holes have nothing in common, or all of which a turn brings together.
void fewest_settings_of(benchmark::State& state) {
    std::mt19937 engine(5);
    const auto chance = [&](double a, double b) { return std::uniform_real_distribution<double>(a, b)(engine); };
    PartsToLoad parts;
    parts.size = {mm(140), mm(60)};
    parts.loadings = loadings_of({true, true, true});
    for (int i = 0; i < static_cast<int>(state.range(0)); ++i) {
        HoleToLoad hole{{mm(chance(3, 137)), mm(chance(3, 57))}, mm(0.2)};
        if (i > 0 && i % 3 != 0)
            hole.at = brought_to(parts.loadings[static_cast<std::size_t>(i % 4)],
                                 parts.holes[static_cast<std::size_t>(i - 1)].at, parts.size) +
                      Point{mm(chance(-0.3, 0.3)), mm(chance(-0.3, 0.3))};
        hole.cutters = {i % 2, 2};
        parts.holes.push_back(hole);
    }
    BatchPlan plan;
    for (auto _ : state)
        plan = fewest_settings(parts);
    state.counters["settings"] = static_cast<double>(plan.settings.size());
    state.counters["proved"] = plan.proved ? 1 : 0;
}
BENCHMARK(fewest_settings_of)->Arg(12)->Arg(24)->Arg(64)->Unit(benchmark::kMillisecond);

// From one place of the hand to the next: the circle dragged by its pitch line, board and slip repainted.
void drag_a_circle(benchmark::State& state) {
    Window w;
    Job job = plate_job();
    job.blank.width.nominal = job.blank.height.nominal = mm(1200);
    job.patterns = {circle("A", {mm(600), mm(600)}, 900, static_cast<int>(state.range(0)), 0)};
    job.patterns[0].hole.diameter = mm(1);
    w.document.show_example(job);
    QApplication::processEvents();
    auto* board = w.main.findChild<BoardView*>();
    const QPointF middle = board->map().middle;
    const double radius = board->map().pixels(mm(450));
    const auto move = [&](double out) {
        const QPointF at = middle + QPointF(out, 0.4);
        QMouseEvent event(QEvent::MouseMove, at, board->mapToGlobal(at), Qt::NoButton, Qt::LeftButton, {});
        QApplication::sendEvent(board, &event);
        board->repaint();
    };
    const Point between = polar(mm(450), Angle::degrees(180.0 / static_cast<double>(state.range(0))));
    const QPointF grip = board->map().to_screen(between);
    QTest::mousePress(board, Qt::LeftButton, {}, grip.toPoint());
    int n = 0;
    for (auto _ : state)
        move(radius + 10.0 + n++ % 30);
    state.counters["moved"] = w.document.job() == w.document.settled() ? 0 : 1;
}
BENCHMARK(drag_a_circle)->Arg(100)->Arg(1000)->Unit(benchmark::kMillisecond);

} // namespace

int main(int argc, char** argv) {
    use_own_font_rules();
    QApplication application(argc, argv);
    load_fonts();
    benchmark::Initialize(&argc, argv);
    if (benchmark::ReportUnrecognizedArguments(argc, argv))
        return 1;
    benchmark::RunSpecifiedBenchmarks();
    return 0;
}

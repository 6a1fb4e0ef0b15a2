#include "shop/shop.h"

#include "measure/cases.h"
#include "measure/figures.h"
#include "measure/fingerprint.h"
#include "words/say.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <fmt/ranges.h>
#include <numbers>
#include <set>

namespace clockface {

namespace {

std::string in_words(const Screw& screw) {
    return say("{lead} a turn, {lines} lines of {graduation}, backlash {backlash}",
               {{"lead", with_unit(screw.lead, screw.unit)},
                {"lines", decimal(screw.lines, 3, Sign::WhenNegative, Tail::Trim)},
                {"graduation", with_unit(screw.graduation(), screw.unit)},
                {"backlash", with_unit(screw.backlash, screw.unit)}});
}

struct KindWord {
    std::string operator()(const Handwheels&) const { return say("handwheels"); }
    std::string operator()(const Readout&) const { return say("readout"); }
    std::string operator()(const RotaryTable&) const { return say("rotary table"); }
    std::string operator()(const LayoutBench&) const { return say("layout"); }
    std::string operator()(const DrillPress&) const { return say("drill press"); }
    std::string operator()(const MarksAcross&) const { return say("marks from the old part"); }
};

struct Describe {
    std::string operator()(const Handwheels& wheels) const {
        return fmt::format("X {}; Y {}", in_words(wheels.x), in_words(wheels.y));
    }
    std::string operator()(const Readout& readout) const {
        return say("reads to {readout}; its routines have {convention}, and ask for the {asks_step}",
                   {{"readout", with_unit(readout.resolution, readout.unit)},
                    {"convention", readout.circle_convention.in_words()},
                    {"asks_step", readout.asks_step ? say("step") : say("angle of the last hole")}});
    }
    std::string operator()(const RotaryTable& table) const {
        return say("{ratio} turns of the handle to one of the table, {graduations} steps of {step} seconds a turn; "
                   "slide {slide}",
                   {{"ratio", table.ratio},
                    {"graduations", table.graduations},
                    {"step", decimal(table.step().in_degrees() * 3600.0, 1, Sign::WhenNegative, Tail::Trim)},
                    {"slide", in_words(table.slide)}});
    }
    std::string operator()(const LayoutBench& bench) const {
        return say("height gauge to {bench}, dividers to {dividers}",
                   {{"bench", with_unit(bench.gauge_step, bench.unit)},
                    {"dividers", with_unit(bench.divider_step, bench.unit)}});
    }
    std::string operator()(const DrillPress&) const {
        return say("no cross slide; fence and stop are set with a pin, packing and a caliper");
    }
    std::string operator()(const MarksAcross& marks) const {
        std::vector<std::string> sets;
        for (const PunchSet& set : marks.punches)
            sets.push_back(say("{from} to {to}",
                               {{"from", with_unit(set.from, marks.unit)}, {"to", with_unit(set.to, marks.unit)}}));
        return say("punches of {sets}; transfer screws {screws}",
                   {{"sets", fmt::format("{}", fmt::join(sets, ", "))},
                    {"screws", fmt::format("{}", fmt::join(marks.screws, ", "))}});
    }
};

} // namespace

Unit unit_of(const Machine& machine) {
    return std::visit(Cases{[](const Handwheels& wheels) { return wheels.x.unit; },
                            [](const RotaryTable& table) { return table.slide.unit; },
                            [](const auto& other) { return other.unit; }},
                      machine.kind);
}

const Machine& Shop::machine_for(const MachineRef& machine, Unit unit) const {
    if (const Machine* named = find(machine))
        return *named;
    const auto found =
        std::find_if(machines.begin(), machines.end(), [&](const Machine& m) { return unit_of(m) == unit; });
    return found == machines.end() ? machines.at(0) : *found;
}

const Machine* Shop::find(const MachineRef& machine) const {
    const auto by = [&](std::string Machine::*what, const std::string& wanted) -> const Machine* {
        if (wanted.empty())
            return nullptr;
        const auto found =
            std::find_if(machines.begin(), machines.end(), [&](const Machine& m) { return m.*what == wanted; });
        if (found != machines.end())
            return &*found;
        if (marks.*what == wanted)
            return &marks;
        return nullptr;
    };
    const Machine* same = by(&Machine::id, machine.id);
    return same ? same : by(&Machine::name, machine.name);
}

namespace {

// "Metric mill" -> "metric-mill": letters and figures of plain English, everything else a dash.
std::string id_from(const std::string& name) {
    std::string id;
    for (const char c : name)
        if ((c >= 'a' && c <= 'z') || (c >= '0' && c <= '9'))
            id += c;
        else if (c >= 'A' && c <= 'Z')
            id += static_cast<char>(c - 'A' + 'a');
        else if (!id.empty() && id.back() != '-')
            id += '-';
    while (!id.empty() && id.back() == '-')
        id.pop_back();
    return id.empty() ? "machine" : id;
}

} // namespace

Shop with_ids(Shop shop) {
    std::vector<Machine*> all;
    for (Machine& machine : shop.machines)
        all.push_back(&machine);
    all.push_back(&shop.marks);
    std::set<std::string> taken;
    for (Machine* machine : all) // those that have one keep it, whatever stands before them
        if (!machine->id.empty() && !taken.insert(machine->id).second)
            machine->id.clear();
    for (Machine* machine : all) {
        if (!machine->id.empty())
            continue;
        const std::string plain = id_from(machine->name);
        machine->id = plain;
        for (int i = 2; !taken.insert(machine->id).second; ++i)
            machine->id = fmt::format("{}-{}", plain, i);
    }
    return shop;
}

int lines_between_figures(const Screw& screw) {
    constexpr double most_figures = 26.0, whole = 1e-6;
    const double line = screw.graduation().in(screw.unit);
    for (double value = 1e-4; value < 100.0; value *= 10.0)
        for (const double round : {value, 2.0 * value, 5.0 * value}) {
            const double lines = round / line;
            if (lines > 1.0 - whole && std::fabs(lines - std::round(lines)) < whole &&
                screw.lines / lines <= most_figures)
                return static_cast<int>(std::lround(lines));
        }
    return std::max(1, screw.engraved() / 10);
}

Shop default_shop(const Estimates& estimates) {
    const Screw metric{Unit::Millimetre, Length::mm(2.5), 125, Length::mm(0.18), Turn::Clockwise, Towards::Plus};
    Screw metric_y = metric;
    metric_y.backlash = Length::mm(0.23);
    metric_y.plus = Turn::CounterClockwise;
    const Screw inch{Unit::Inch, Length::inches(0.1), 100, Length::inches(0.009), Turn::Clockwise, Towards::Plus};
    Screw inch_y = inch;
    inch_y.lead = Length::inches(1.0 / 16.0);
    inch_y.lines = 125; // half a thou a line
    inch_y.backlash = Length::inches(0.012);
    Shop shop;
    shop.name = "The stable shop";
    shop.machines = {
        {"Metric mill", "The bench mill by the window.", Handwheels{metric, metric_y}},
        {"Inch mill", "The old knee mill.", Handwheels{inch, inch_y}},
        {"Readout mill", "The mill with the glass scales.",
         Readout{Unit::Millimetre, Length::mm(0.005), Angle::degrees(0.001), from_three_counter_clockwise, false, true,
                 true}},
        {"Rotary table", "The 150 mm table on the metric mill.",
         RotaryTable{90,
                     240 * 6,
                     Angle::degrees(0.05),
                     Sense::Clockwise,
                     metric,
                     6,
                     false,
                     {{15, 17, 19, 23, 29}, {27, 31, 37, 41, 49}}}},
        {"Layout bench", "Plate, height gauge, dividers and punch; drilled on the pillar drill.",
         LayoutBench{Unit::Millimetre, Length::mm(0.02), Length::mm(0.1), Length::mm(0.05)}},
        {"Drill press", "The pillar drill, with fence and stop.", DrillPress{}},
    };
    shop.machines[0].travel = {Length::mm(385.0), Length::mm(165.0)};
    shop.machines[1].travel = {Length::inches(23.0), Length::inches(9.0)};
    shop.machines[2].travel = {Length::mm(640.0), Length::mm(310.0)};
    for (Machine& machine : shop.machines) {
        machine.spindle = default_spindle(machine, estimates);
        machine.errors = default_errors(machine, estimates);
    }
    shop.kit = default_kit();
    shop.marks = default_marks();
    shop.marks.spindle = default_spindle(shop.marks, estimates);
    shop.marks.errors = default_errors(shop.marks, estimates);
    shop.drawer = default_drawer();
    shop.customs = default_customs();
    shop.holdings = default_holdings();
    return with_ids(std::move(shop));
}

Spindle default_spindle(const Machine& machine, const Estimates& estimates) {
    struct Usual {
        // Steps of a mill's belts, and the room under its spindle.
        [[nodiscard]] static Spindle mill(double room) {
            Spindle spindle;
            spindle.steps = {95.0, 160.0, 265.0, 420.0, 700.0, 1180.0, 1950.0, 3000.0};
            spindle.one_go = Length::mm(12.0);
            spindle.room = Length::mm(room);
            spindle.stroke = Length::mm(70.0);
            spindle.scale_step = Length::mm(1.0);
            spindle.chuck = Length::mm(43.0);
            return spindle;
        }
        // A pillar drill: its table swings on a round column.
        [[nodiscard]] static Spindle pillar() {
            Spindle spindle;
            spindle.steps = {390.0, 610.0, 1020.0, 1650.0, 2400.0, 3300.0};
            spindle.one_go = Length::mm(9.0);
            spindle.room = Length::mm(310.0);
            spindle.stroke = Length::mm(75.0);
            spindle.scale_step = Length::mm(1.0);
            spindle.chuck = Length::mm(51.0);
            spindle.keeps_place = false;
            return spindle;
        }
        Spindle operator()(const Handwheels&) const { return mill(290.0); }
        Spindle operator()(const RotaryTable&) const { return mill(180.0); } // it stands on the mill's table
        Spindle operator()(const Readout&) const {
            Spindle spindle;
            spindle.slowest = 60.0;
            spindle.fastest = 4200.0;
            spindle.one_go = Length::mm(16.0);
            spindle.room = Length::mm(380.0);
            spindle.stroke = Length::mm(120.0);
            spindle.scale_step = Length::mm(0.5);
            spindle.chuck = Length::mm(46.0);
            return spindle;
        }
        Spindle operator()(const DrillPress&) const { return pillar(); }
        Spindle operator()(const LayoutBench&) const { return pillar(); } // where its marks are taken to
        Spindle operator()(const MarksAcross&) const { return pillar(); }
    };
    Spindle spindle = std::visit(Usual{}, machine.kind);
    spindle.change_minutes = estimates.change_cutter;
    return spindle;
}

MachineErrors default_errors(const Machine& machine, const Estimates& estimates) {
    struct Usual {
        const Estimates& guess;

        [[nodiscard]] MachineErrors on(const Screw& slide, Length zero) const {
            return {zero, slide.graduation() * guess.set_to_line, slide.backlash * guess.backlash_left, {}};
        }
        MachineErrors operator()(const Handwheels& wheels) const { return on(wheels.x, guess.wheels_zero); }
        MachineErrors operator()(const Readout& readout) const {
            return {guess.readout_zero, readout.resolution * guess.set_to_count, {}, {}};
        }
        MachineErrors operator()(const RotaryTable& table) const { return on(table.slide, guess.table_zero); }
        MachineErrors operator()(const LayoutBench& bench) const {
            return {guess.layout_zero, bench.gauge_step * guess.set_to_gauge, {}, guess.punched};
        }
        MachineErrors operator()(const DrillPress&) const { return {guess.press_zero, guess.press_set, {}, {}}; }
        MachineErrors operator()(const MarksAcross&) const { return {{}, {}, {}, guess.punched_across}; }
    };
    return std::visit(Usual{estimates}, machine.kind);
}

Machine default_marks() {
    const auto mm = [](double value) { return Length::mm(value); };
    MarksAcross marks;
    marks.punches = {{mm(2.4), mm(6.4), mm(0.4)}, {mm(8.0), mm(12.5), mm(0.5)}};
    marks.punch_length = mm(140.0);
    marks.scriber_reach = mm(24.0);
    marks.marker_tip = mm(3.4);
    marks.marker_reach = mm(45.0);
    marks.screws = {"M5", "M6", "M8"};
    marks.plugs = {mm(6.0), mm(8.0)};
    marks.cone = mm(16.0);
    return {"Marks", "The old part laid on the new piece.", marks};
}

Length VeeBlock::largest() const {
    return opening * std::numbers::sqrt2;
}

Length VeeBlock::smallest() const {
    return groove * std::numbers::sqrt2;
}

VeeBlock vee_block_of(Length width) {
    const auto about = [width](double share) { return Length::mm(std::round(width.in_mm() * share * 2.0) / 2.0); };
    return {width, about(0.87), about(0.75), about(0.17), about(0.53)};
}

std::optional<VeeBlock> vee_block_for(const RoundKit& kit, Length diameter) {
    const auto takes = [&](const VeeBlock& each) { return each.smallest() <= diameter && diameter <= each.largest(); };
    const auto found = std::find_if(kit.vee_blocks.begin(), kit.vee_blocks.end(), takes);
    return found == kit.vee_blocks.end() ? std::nullopt : std::optional(*found);
}

RoundKit default_kit() {
    const auto lengths = [](std::initializer_list<double> all) {
        std::vector<Length> made;
        for (const double each : all)
            made.push_back(Length::mm(each));
        return made;
    };
    RoundKit kit;
    kit.finder = Length::mm(10.0);
    kit.finder_repeats = Length::mm(0.01);
    kit.rods = lengths({2.0, 2.4, 3.0, 3.1, 4.0, 4.1, 5.0, 6.0, 6.2, 8.0, 10.0, 12.0, 16.0, 21.4, 28.0});
    kit.packing = lengths({0.05, 0.1, 0.2, 0.3, 0.5, 0.8, 1.0, 1.5, 2.0, 3.0, 4.0, 5.0, 8.0, 10.0, 15.0, 20.0, 25.0});
    kit.vee_blocks = {vee_block_of(Length::mm(41.3))};
    kit.bushings = lengths({12.0, 16.05, 25.4});
    kit.collet_blocks = {{4}, {6}};
    kit.three_jaws = true;
    kit.lathe = true;
    kit.protractor_step = Angle::degrees(0.25);
    kit.protractor_reach = Angle::degrees(90.0);
    kit.height_step = Length::mm(0.02);
    kit.caliper_step = Length::mm(0.02);
    kit.packing_within = Length::mm(0.05);
    return kit;
}

bool is_mill(const MachineKind& kind) {
    return std::visit(Cases{[](const Handwheels&) { return true; }, [](const Readout&) { return true; },
                            [](const RotaryTable&) { return false; }, [](const LayoutBench&) { return false; },
                            [](const DrillPress&) { return false; }, [](const MarksAcross&) { return false; }},
                      kind);
}

std::string kind_in_words(const MachineKind& kind) {
    return std::visit(KindWord{}, kind);
}

std::string figures_mark(const Machine& machine) {
    return fingerprint_of(machine.kind);
}

std::string machine_in_words(const Machine& machine) {
    return std::visit(Describe{}, machine.kind);
}

} // namespace clockface

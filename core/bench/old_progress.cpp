#include "bench/old_progress.h"

#include "bench/session.h"

#include <fmt/format.h>
#include <fmt/ranges.h>
#include <nlohmann/json.hpp>
#include <utility>

namespace clockface {

namespace {

// How version 1 recognised a list again: one line of plain figures for each action.
struct Spell {
    std::string operator()(const PickUpZero& a) const {
        return fmt::format("zero {} {} {} {}", int(a.approach_x), int(a.approach_y), a.line_x, a.line_y);
    }
    // Lists of version 1 had no touches.
    std::string operator()(const TouchEdge&) const { return {}; }
    std::string operator()(const LookAtCorner&) const { return {}; }
    std::string operator()(const CentreOver&) const { return {}; }
    std::string operator()(const TurnHandwheel& a) const {
        return fmt::format("wheel {} {} {} {} {} {}", int(a.axis), int(a.way), a.turns, a.line, a.take_up, a.past);
    }
    std::string operator()(const ZeroReadout& a) const { return a.here ? "zero here" : "readout zero"; }
    std::string operator()(const KeyCircle& a) const {
        return fmt::format("circle {} {} {} {} {} {} {} {}", a.centre_x, a.centre_y, a.diameter, a.first, a.last,
                           a.step, a.count, fmt::join(a.holes, " "));
    }
    std::string operator()(const GoToReadout& a) const {
        return fmt::format("readout {} {} {} {} {}", a.x, a.y, a.short_x, a.short_y, a.from_last);
    }
    std::string operator()(const KeyRow& a) const {
        return fmt::format("row {} {} {} {} {} {}", a.x, a.y, a.pitch, a.angle, a.count, fmt::join(a.holes, " "));
    }
    std::string operator()(const RoutinePlace& a) const { return fmt::format("place {}", a.place); }
    std::string operator()(const TurnIndex& a) const {
        return fmt::format("index {} {} {} {}", a.circle, a.turns, a.holes, a.reading);
    }
    std::string operator()(const CentreOnTable& a) const {
        return fmt::format("centre {:.6f} {:.6f} {}", a.centre.x.in_mm(), a.centre.y.in_mm(), int(a.approach));
    }
    std::string operator()(const TurnTable& a) const {
        return fmt::format("table {} {} {} {} {}", int(a.way), a.turns, a.line, a.reading, a.take_up);
    }
    std::string operator()(const ScribeLine& a) const {
        return fmt::format("line {} {} {} {} {}", int(a.axis), a.from_far_edge, a.setting, fmt::join(a.holes, " "),
                           fmt::join(a.centres, " "));
    }
    std::string operator()(const StrikeCircle& a) const {
        return fmt::format("strike {} {} {}", a.pattern, a.radius, fmt::join(a.holes, " "));
    }
    std::string operator()(const StepChord& a) const {
        return fmt::format("chord {} {} {} {}", a.pattern, a.chord, a.steps, a.last);
    }
    std::string operator()(const PrickMark&) const { return "prick"; }
    std::string operator()(const LookAtMarks& a) const { return fmt::format("look {}", fmt::join(a.holes, " ")); }
    std::string operator()(const PunchMark&) const { return "punch"; }
    std::string operator()(const CompareMarks& a) const {
        return fmt::format("compare {} {} {}", a.from, a.to, a.expected);
    }
    std::string operator()(const LayOldPart& a) const {
        return fmt::format("lay {} {} {:.6f} {:.6f} {:.6f} {}", a.zero, a.along, a.at.x.in_mm(), a.at.y.in_mm(),
                           a.bearing.in_degrees(), a.turned_over * 2 + a.bonded);
    }
    std::string operator()(const MarkAcross& a) const {
        return fmt::format("across {} {} {:.4f} {:.4f} {}", a.from, int(a.way), a.hole.in_mm(), a.tool.in_mm(),
                           a.thread);
    }
    std::string operator()(const PinThrough& a) const { return fmt::format("pin {} {:.4f}", a.from, a.pin.in_mm()); }
    std::string operator()(const TakeOldPartOff&) const { return "off"; }
    std::string operator()(const CompareAcross& a) const {
        return fmt::format("compare across {} {} {:.4f}", a.from, a.to, a.expected.in_mm());
    }
    std::string operator()(const DrillMark& a) const { return fmt::format("drill mark {} {}", a.from, a.size); }
    std::string operator()(const DrillHole& a) const { return fmt::format("drill {} {}", a.step, a.cutter); }
    std::string operator()(const ChangeCutter& a) const { return fmt::format("cutter {}", a.cutter); }
    std::string operator()(const MoveKnee& a) const { return fmt::format("knee {} {} {}", a.up, a.turns, a.line); }
    std::string operator()(const TouchLightly&) const { return "touch"; }
    std::string operator()(const CheckPlace& a) const {
        return fmt::format("check {} {} {} {}", a.from_right, a.from_upper, a.x, a.y);
    }
    std::string operator()(const WorkByHand& a) const {
        return fmt::format("hand {} {} {}", a.cutter, a.step, fmt::join(a.holes, " "));
    }
    std::string operator()(const TurnBar& a) const {
        return fmt::format("turn {} {:.6f} {} {} {:.6f} {:.6f} {:.6f} {} {} {} {}", a.first, a.bearing.in_degrees(),
                           int(a.way), a.from, a.set.in_degrees(), a.height.in_mm(), a.rod.in_mm(), int(a.lean),
                           a.faces, a.sides, a.other_end * 2 + a.far_mouth);
    }
    std::string operator()(const StandOverAxis& a) const {
        return fmt::format("axis {} {:.6f} {:.6f} {}", int(a.way), a.go.in_mm(), a.finder.in_mm(), int(a.approach));
    }
    std::string operator()(const SetPacking& a) const {
        return fmt::format("packing {} {} {:.6f} {:.6f} {:.6f} {}", int(a.axis), a.from_far_end, a.pin.in_mm(),
                           a.gap.in_mm(), a.half_block.in_mm() + (a.vee ? 1000.0 : 0.0), a.pieces.size());
    }
    std::string operator()(const ScribeAlongBar& a) const {
        return fmt::format("along {} {}", a.setting, fmt::join(a.holes, " "));
    }
    std::string operator()(const ScribeAcrossBar& a) const {
        return fmt::format("across {} {} {}", a.from_right_end, a.setting, fmt::join(a.holes, " "));
    }
};

std::string fingerprint_of_version_1(const Route& route) {
    std::uint64_t hash = 0xcbf29ce484222325ULL; // FNV-1a, 64 bit
    for (const Instruction& instruction : route.list)
        for (const char c : fmt::format("{} {};", std::visit(Spell{}, instruction.action), instruction.hole)) {
            hash ^= static_cast<unsigned char>(c);
            hash *= 0x100000001b3ULL;
        }
    return fmt::format("{:016x}", hash);
}

// Version 1 put the cutter in before the pin that sets fence and stop, and left it there.
Route as_version_1(const Route& route) {
    Route old;
    int cutter = -1;
    std::ptrdiff_t packing = -1; // where the run of settings that ends here begins
    for (const Instruction& each : route.list) {
        if (std::holds_alternative<SetPacking>(each.action)) {
            packing = packing < 0 ? static_cast<std::ptrdiff_t>(old.list.size()) : packing;
        } else if (const auto* change = std::get_if<ChangeCutter>(&each.action); change && packing >= 0) {
            if (std::exchange(cutter, change->cutter) != change->cutter)
                old.list.insert(old.list.begin() + packing, each);
            packing = -1;
            continue;
        } else {
            packing = -1;
        }
        old.list.push_back(each);
    }
    return old;
}

// Version 1 kept progress by the machine's name, with the face behind it where that was not the top.
const Setup* setup_of(const Job& job, const Shop& shop, const std::string& key) {
    for (const Setup& setup : job.setups) {
        std::string name = shop.machine_for(setup.machine, job.unit).name;
        if (setup.up != Face::Top)
            name += ", " + face_in_words(job.blank.shape, setup.up);
        if (name == key)
            return &setup;
    }
    return nullptr;
}

Piece carried_over(Piece piece, const Job& job, const Shop& shop, const OldProgress& old, std::int64_t time) {
    const Setup* setup = setup_of(job, shop, old.key);
    if (setup) {
        // The list of version 1 knew one face, and fetched for that one alone.
        Job there = with_setup(job, setup->id);
        std::erase_if(there.patterns, [&](const Pattern& each) { return !is_at_hand(there, each); });
        // As it reckoned: with the common figures, and nothing said of how zero is found.
        Shop without_finders = shop;
        without_finders.holdings.finders.clear();
        const SetupPlan plan = plan_at_hand(there, without_finders, {});
        BenchState state;
        state.list = as_version_1(plan.route);
        if (old.done <= static_cast<int>(state.list.list.size()) && fingerprint_of_version_1(state.list) == old.list) {
            state.tasks = tasks_of(there, plan, state.list);
            while (state.now() && state.now()->move < old.done) {
                piece = with_next_done(std::move(piece), state, time);
                ++state.next;
            }
            return piece;
        }
    }
    return with_note(
        std::move(piece),
        fmt::format("Before this file was brought up to date, {} of the list for {} were done. The list is "
                    "another one now: look what is done on the piece.",
                    old.done == 1 ? "1 move" : fmt::format("{} moves", old.done), old.key),
        time);
}

} // namespace

std::vector<OldProgress> old_progress_in(const std::string& text) {
    std::vector<OldProgress> all;
    const nlohmann::json file = nlohmann::json::parse(text, nullptr, false);
    if (!file.is_object() || !file.contains("version") || file["version"] != 1 || !file.contains("progress") ||
        !file["progress"].is_object())
        return all;
    for (const auto& item : file["progress"].items()) {
        const nlohmann::json& value = item.value();
        if (value.is_object() && value.contains("done") && value["done"].is_number_integer() &&
            value.contains("list") && value["list"].is_string() && value["done"] > 0)
            all.push_back({item.key(), value["done"], value["list"]});
    }
    return all;
}

Job with_old_progress(Job job, const Shop& shop, const std::vector<OldProgress>& all, std::int64_t time) {
    if (all.empty() || !job.begun.empty())
        return job;
    Piece piece;
    for (const OldProgress& each : all)
        piece = carried_over(std::move(piece), job, shop, each, time);
    job.begun.push_back(std::move(piece));
    return job;
}

} // namespace clockface

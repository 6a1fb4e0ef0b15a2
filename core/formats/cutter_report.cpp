#include "formats/cutter_report.h"

#include "cutting/depth_figure.h"
#include "formats/job_json.h"
#include "formats/json_words.h"
#include "layout/hole_names.h"
#include "measure/figures.h"
#include "words/say.h"

#include <algorithm>
#include <fmt/format.h>
#include <fmt/ranges.h>

namespace clockface {

namespace {

using ordered = nlohmann::ordered_json;

std::string num(double value, int decimals = 0) {
    return decimal(value, decimals, Sign::WhenNegative, Tail::Trim);
}

} // namespace

std::string holes_of_chain(const SetupPlan& plan, int chain) {
    std::vector<int> of_chain;
    for (std::size_t i = 0; i < plan.kind_of.size(); ++i)
        if (plan.kind_of[i] == chain)
            of_chain.push_back(static_cast<int>(i));
    return names_in_runs(plan.holes, of_chain);
}

std::string holes_of_chain(const Plan& plan, int chain) {
    std::vector<std::string> parts;
    for (const SetupPlan* each : plan.faces())
        if (std::string holes = holes_of_chain(*each, chain); !holes.empty())
            parts.push_back(std::move(holes));
    return fmt::format("{}", fmt::join(parts, ", "));
}

std::string step_in_words(const CutStep& step, Unit unit) {
    std::vector<std::string> parts;
    if (step.skipped) {
        parts.push_back(say("left out"));
    } else if (step.kind == StepKind::Deburr) {
        parts.push_back(say("far side, by hand, until the edge is gone"));
    } else {
        parts.push_back(say("tip {tip} deep", {{"tip", depth_figure(step.tip, unit)}}));
        if (step.mouth > Length{} && step.kind != StepKind::Start)
            parts.push_back(say("{mouth} wide", {{"mouth", depth_figure(step.mouth, unit)}}));
        if (step.by_hand)
            parts.push_back(say("by hand"));
        else if (step.rpm)
            parts.push_back(say("{rpm} turns a minute, {feed}",
                                {{"rpm", num(*step.rpm)}, {"feed", feed_figure(step.feed_set, unit)}}));
        else
            parts.push_back(say("no speed slow enough"));
        if (step.pecks.size() > 1)
            parts.push_back(say("{pecks} {pecks:peck|pecks} of {peck}",
                                {{"pecks", step.pecks.size()}, {"peck", depth_figure(step.pecks.front(), unit)}}));
        if (!step.fluid.empty())
            parts.push_back(step.fluid);
        if (!step.owned)
            parts.push_back(say("not in the drawer"));
    }
    return fmt::format("{}: {}", step.cutter.name, fmt::join(parts, ", "));
}

std::vector<std::string> depths_in_words(const DepthStack& stack, Unit unit) {
    const auto fig = [&](Length length) { return depth_figure(length, unit); };
    std::vector<std::string> out;
    out.push_back(say("Tip of the drill: {tip}", {{"tip", fig(stack.tip)}}));
    out.push_back(say("Full diameter {drill}: to {full}", {{"drill", fig(stack.drill)}, {"full", fig(stack.full)}}));
    if (stack.major > Length{})
        out.push_back(
            say("Full thread: to {thread}, {threads} turns at {percent} percent",
                {{"thread", fig(stack.thread)}, {"threads", num(stack.threads, 1)}, {"percent", num(stack.percent)}}));
    if (stack.reamed > Length{})
        out.push_back(say("Reamed {reamed}: to {reamed_to}",
                          {{"reamed", fig(stack.reamed)}, {"reamed_to", fig(stack.reamed_to)}}));
    out.push_back(stack.through ? say("Through {metal} of metal", {{"metal", fig(stack.metal)}})
                                : say("Left below the tip: {below} of {metal}",
                                      {{"below", fig(stack.below)}, {"metal", fig(stack.metal)}}));
    if (!stack.first_hit.empty())
        out.push_back(say("Met first: {first_hit}", {{"first_hit", stack.first_hit}}));
    if (stack.in_spot > Length{})
        out.push_back(
            say("Touched off in the spot, all would be {in_spot} too deep", {{"in_spot", fig(stack.in_spot)}}));
    return out;
}

std::vector<std::string> not_in_drawer(const Plan& plan) {
    constexpr std::size_t most_instead = 2;
    std::vector<std::string> out;
    for (std::size_t i = 0; i < plan.cutting->chains.size(); ++i) {
        const Chain& chain = plan.cutting->chains[i];
        const std::string who = holes_of_chain(plan, static_cast<int>(i));
        for (const std::string& sentence : chain.missing)
            out.push_back(fmt::format("{}: {}", who, sentence));
        if (!chain.better)
            continue;
        std::vector<std::string> instead;
        for (const CutStep& step : chain.steps)
            for (const Choice& other : step.others)
                if (step.kind == StepKind::Drill && other.owned && other.cutter.kind == CutterKind::Drill &&
                    instead.size() < most_instead)
                    instead.push_back(say("the {cutter} {consequence}",
                                          {{"cutter", other.cutter.name}, {"consequence", other.consequence}}));
        const CutStep* drill = chain.last(StepKind::Drill);
        out.push_back(fmt::format(
            "{}: {}{}", who, drill ? drill->why_cutter : std::string(),
            instead.empty()
                ? ""
                : " " + say("Also there: {instead}.", {{"instead", fmt::format("{}", fmt::join(instead, "; "))}})));
    }
    return out;
}

namespace {

// "Metric mill", or all of them.
std::string machines_in(const Plan& plan) {
    std::vector<std::string> names;
    for (const SetupPlan& each : plan.setups)
        if (std::find(names.begin(), names.end(), each.machine.name) == names.end())
            names.push_back(each.machine.name);
    return fmt::format("{}", fmt::join(names, ", "));
}

} // namespace

std::string cutters_to_text(const Job& job, const Plan& plan) {
    std::string out = say("{title}: cutters to fetch, for {holes} {holes:hole|holes} in {material}, on {machines_in}",
                          {{"title", job.title},
                           {"holes", plan.holes()},
                           {"material", job.blank.material},
                           {"machines_in", machines_in(plan)}}) +
                      "\n\n";
    int number = 0;
    for (const FetchLine& line : plan.cutting->list.lines) {
        std::string turns = say("no speed");
        if (line.by_hand)
            turns = say("by hand");
        else if (line.rpm)
            turns = say("{rpm} turns a minute", {{"rpm", num(*line.rpm)}});
        out += fmt::format("{:3}  {:<28} {:>10}  {}{}\n", ++number, line.cutter.name,
                           say("{count} {count:hole|holes}", {{"count", line.holes}}), turns,
                           line.owned ? "" : "  " + say("NOT IN THE DRAWER"));
    }
    if (!plan.cutting->list.fluids.empty())
        out += fmt::format("     {}\n", fmt::join(plan.cutting->list.fluids, ", "));
    out += "\n" +
           say("About {cutting} minutes a piece, changing included.", {{"cutting", num(plan.cutting->list.minutes)}}) +
           "\n";
    for (std::size_t i = 0; i < plan.cutting->chains.size(); ++i) {
        const Chain& chain = plan.cutting->chains[i];
        out += fmt::format("\n{}  {}\n", holes_of_chain(plan, static_cast<int>(i)),
                           say(chain.spec.depth ? later("{size}, {depth} deep") : later("{size}, through"),
                               {{"size", size_in_words(chain.spec, job.unit)},
                                {"depth", with_unit(chain.spec.depth.value_or(Length{}), job.unit)}}));
        for (const CutStep& step : chain.steps)
            out += fmt::format("   {:<8} {}\n", step_title(step.name), step_in_words(step, job.unit));
        for (const std::string& sentence : depths_in_words(depth_stack(chain, {}, job.unit), job.unit))
            out += "     " + sentence + "\n";
    }
    if (const auto missing = not_in_drawer(plan); !missing.empty()) {
        out += "\n" + say("Not in the drawer:") + "\n";
        for (const std::string& sentence : missing)
            out += "   " + sentence + "\n";
    }
    for (const SetupPlan& each : plan.setups)
        if (!each.room.sentence.empty())
            out += "\n" + each.room.sentence + "\n";
    return out + "\n" + say("Zero of every depth is touched off on the bare face with that cutter, never in a spot.") +
           "\n" + say("The cutter maker's figures, the machine's manual and the shop's rules come before these.") +
           "\n";
}

std::string cutters_to_json(const Job& job, const Plan& plan) {
    ordered out{{"clockface", "cutters"}, {"title", job.title}, {"machine", machines_in(plan)}};
    out["fetch"] = ordered::array();
    for (const FetchLine& line : plan.cutting->list.lines) {
        ordered each{
            {"cutter", line.cutter.name}, {"owned", line.owned}, {"holes", line.holes}, {"by_hand", line.by_hand}};
        if (line.rpm)
            each["turns_a_minute"] = *line.rpm;
        out["fetch"].push_back(each);
    }
    out["fluids"] = plan.cutting->list.fluids;
    out["minutes"] = plan.cutting->list.minutes;
    out["not_in_drawer"] = not_in_drawer(plan);
    out["room"] = ordered::array();
    for (const SetupPlan& each : plan.setups)
        if (!each.room.sentence.empty())
            out["room"].push_back(each.room.sentence);
    out["chains"] = ordered::array();
    for (std::size_t i = 0; i < plan.cutting->chains.size(); ++i) {
        const Chain& chain = plan.cutting->chains[i];
        ordered each{{"holes", holes_of_chain(plan, static_cast<int>(i))},
                     {"purpose", name_of(chain.spec.purpose)},
                     {"size", size_in_words(chain.spec, job.unit)},
                     {"metal", chain.metal.in_mm()},
                     {"steps", ordered::array()},
                     {"missing", chain.missing}};
        for (const CutStep& step : chain.steps) {
            ordered entry{{"step", step.name},        {"cutter", step.cutter.name}, {"owned", step.owned},
                          {"skipped", step.skipped},  {"tip", step.tip.in_mm()},    {"full", step.full.in_mm()},
                          {"stop", step.stop.in_mm()}};
            if (step.rpm) {
                entry["turns_a_minute"] = *step.rpm;
                entry["metres_a_minute"] = step.surface;
                entry["feed"] = step.feed_set;
                entry["pecks"] = step.pecks.size();
            }
            entry["fluid"] = step.fluid;
            entry["minutes"] = step.minutes;
            for (const auto& [name, why] : {std::pair("cutter", step.why_cutter),
                                            {"depth", step.why_depth},
                                            {"speed", step.why_speed},
                                            {"feed", step.why_feed},
                                            {"fluid", step.why_fluid}})
                if (!why.empty())
                    entry["why"][name] = why;
            for (const Choice& other : step.others)
                entry["others"].push_back(
                    {{"cutter", other.cutter.name}, {"owned", other.owned}, {"consequence", other.consequence}});
            each["steps"].push_back(entry);
        }
        const DepthStack stack = depth_stack(chain, {}, job.unit);
        each["depths"] = depths_in_words(stack, job.unit);
        out["chains"].push_back(each);
    }
    return out.dump(2, ' ', false, ordered::error_handler_t::replace) + "\n";
}

} // namespace clockface

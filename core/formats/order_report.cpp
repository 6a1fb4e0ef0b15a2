#include "formats/order_report.h"

#include "measure/figures.h"
#include "ordering/tightening.h"
#include "plan/advisor.h"
#include "words/say.h"

#include <cmath>
#include <fmt/format.h>
#include <nlohmann/json.hpp>

namespace clockface {

namespace {

using ordered = nlohmann::ordered_json;

std::string source_of(const BudgetLine& line) {
    return line.source ? in_words(*line.source) : say("rounding");
}

ordered tally_json(const Tally& tally) {
    return {{"changes", tally.changes},   {"moves", tally.moves}, {"reversals", tally.reversals},
            {"settings", tally.settings}, {"turns", tally.turns}, {"minutes", tally.minutes},
            {"once", tally.once}};
}

ordered many_json(const ManyParts& many) {
    ordered out{{"parts", many.parts},
                {"within", many.within.in_mm()},
                {"share_within", many.share_within},
                {"nineteen_in_twenty", many.most.in_mm()},
                {"budget", ordered::array()}};
    if (many.fits_within)
        out["fits_within"] = many.fits_within->in_mm();
    if (many.share_bolts)
        out["share_bolts"] = *many.share_bolts;
    for (const BudgetLine& line : many.budget)
        out["budget"].push_back({{"source", source_of(line)}, {"most", line.most.in_mm()}});
    return out;
}

} // namespace

std::vector<std::string> tightening_in_words(const Job& job, const SetupPlan& plan) {
    std::vector<std::string> sentences;
    for (std::size_t pattern = 0; pattern < job.patterns.size(); ++pattern) {
        const Purpose purpose = spec_of(job, job.patterns[pattern]).purpose;
        if (purpose != Purpose::Tapped && purpose != Purpose::Clearance)
            continue;
        const std::vector<int> order = tightening_order(job, plan.holes, pattern);
        constexpr std::size_t least = 3, most = 40;
        if (order.size() < least || order.size() > most)
            continue;
        std::string names;
        for (const int hole : order)
            names += (names.empty() ? "" : ", ") + plan.holes[static_cast<std::size_t>(hole)].name;
        sentences.push_back(say("Tighten {pattern} in this order, a little each time round: {names}.",
                                {{"pattern", job.patterns[pattern].name}, {"names", names}}));
    }
    return sentences;
}

namespace {

std::string setup_to_text(const Job& job, const Shop& shop, const SetupPlan& plan) {
    const std::string face = job.setups.size() > 1 ? ", " + in_words(job, at_hand(job)) + "," : "";
    std::string out = say("{title}{face} on {name}: {way}. {reason}", {{"title", job.title},
                                                                       {"face", face},
                                                                       {"name", plan.machine.name},
                                                                       {"way", in_words(plan.work.way)},
                                                                       {"reason", plan.work.reason}}) +
                      "\n\n";
    out += fmt::format("{:<62}{:>8}{:>8}{:>10}{:>9}\n", say("one piece"), say("changes"), say("moves"),
                       say("reversals"), say("minutes"));
    for (const OrderOption& option : order_options(job, shop, plan))
        out += fmt::format("{:<62}{:>8}{:>8}{:>10}{:>9.0f}\n",
                           (option.taken ? "> " : "  ") + in_words(option.way) + (option.advised ? " (advised)" : ""),
                           option.tally.changes, option.tally.moves, option.tally.reversals, option.tally.minutes);
    out += fmt::format("\n{:<30}{:>9}{:>22}{:>14}\n", say("{count} {count:piece|pieces}", {{"count", job.pieces}}),
                       "minutes", say("19 in 20 within"), say("parts right"));
    for (const MethodReport& report : advise_methods(job, shop, plan.estimates))
        out += fmt::format("{:<30}{:>9}{:>22}{:>14}\n",
                           (report.machine.id == plan.machine.id ? "> " : "  ") + report.machine.name +
                               (report.advised ? " (advised)" : ""),
                           report.can ? fmt::format("{:.0f}", report.minutes) : say("cannot"),
                           report.many ? thousandths(report.many->most, job.unit) : "-",
                           report.many ? say("{report} in 100", {{"report", in_hundred(report.many->share_within)}})
                                       : "-");
    if (const auto many = many_parts_of(job, plan)) {
        out += "\n" + say("{parts} parts on {name}: {share_within} in 100 have every hole within {within}",
                          {{"parts", many->parts},
                           {"name", plan.machine.name},
                           {"share_within", in_hundred(many->share_within)},
                           {"within", with_unit(many->within, job.unit)}});
        if (many->fits_within)
            out += say(", those with a fit within {fits_within}",
                       {{"fits_within", with_unit(*many->fits_within, job.unit)}});
        if (many->share_bolts)
            out += say(", {share_bolts} in 100 bolt up", {{"share_bolts", in_hundred(*many->share_bolts)}});
        out += ".\n";
        for (const BudgetLine& line : many->budget)
            out += fmt::format("  {:<46}{:>12}\n", source_of(line), thousandths(line.most, job.unit));
    }
    for (const std::string& sentence : tightening_in_words(job, plan))
        out += sentence + "\n";
    return out;
}

ordered setup_json(const Job& job, const Shop& shop, const SetupPlan& plan) {
    ordered out{{"setup", in_words(job, at_hand(job))},
                {"machine", plan.machine.name},
                {"way", in_words(plan.work.way)},
                {"reason", plan.work.reason}};
    out["ways"] = ordered::array();
    for (const OrderOption& option : order_options(job, shop, plan)) {
        ordered entry = tally_json(option.tally);
        entry["way"] = in_words(option.way);
        entry["advised"] = option.advised;
        entry["taken"] = option.taken;
        out["ways"].push_back(entry);
    }
    out["machines"] = ordered::array();
    for (const MethodReport& report : advise_methods(job, shop, plan.estimates)) {
        ordered entry{{"machine", report.machine.name}, {"can", report.can},         {"minutes", report.minutes},
                      {"worst", report.worst.in_mm()},  {"advised", report.advised}, {"remark", report.remark}};
        if (report.many)
            entry["many"] = many_json(*report.many);
        out["machines"].push_back(entry);
    }
    if (const auto many = many_parts_of(job, plan))
        out["many"] = many_json(*many);
    out["tightening"] = tightening_in_words(job, plan);
    return out;
}

} // namespace

std::string order_to_text(const Job& job, const Shop& shop, const Plan& plan) {
    std::string out;
    each_setup(job, plan, [&](const Job& there, const SetupPlan& each) {
        out += (out.empty() ? "" : "\n") + setup_to_text(there, shop, each);
    });
    return out;
}

std::string order_to_json(const Job& job, const Shop& shop, const Plan& plan) {
    ordered out{{"clockface", "order"}, {"version", 2}, {"title", job.title}, {"setups", ordered::array()}};
    each_setup(job, plan, [&](const Job& there, const SetupPlan& each) {
        out["setups"].push_back(setup_json(there, shop, each));
    });
    return out.dump(2, ' ', false, ordered::error_handler_t::replace) + "\n";
}

} // namespace clockface

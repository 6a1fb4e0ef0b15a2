#include "bench/work_findings.h"

#include "bench/session.h"
#include "words/say.h"

#include <algorithm>
#include <fmt/format.h>
#include <fmt/ranges.h>
#include <map>

namespace clockface {

namespace {

// Every step of every hole, by what it leaves.
std::map<Deed, Made> wanted_of(const Job& job, const Plan& plan) {
    std::map<Deed, Made> wanted;
    const auto want = [&](const Job& there, const SetupPlan& setup, int hole, int step) {
        Task task = cut_task(there, setup, hole, step);
        task.deed.setup = 0;
        wanted.emplace(std::move(task.deed), *task.made);
    };
    each_setup(job, plan, [&](const Job& there, const SetupPlan& setup) {
        for (int i = 0; i < static_cast<int>(setup.holes.size()); ++i) {
            const auto& steps = setup.chain_of(static_cast<std::size_t>(i)).steps;
            want(there, setup, i, -1);
            for (int step = 0; step < static_cast<int>(steps.size()); ++step)
                if (!steps[static_cast<std::size_t>(step)].skipped)
                    want(there, setup, i, step);
        }
    });
    return wanted;
}

bool is_wanted(const std::map<Deed, Made>& wanted, const Deed& deed, const std::optional<Made>& made) {
    const auto found = wanted.find(deed);
    return found != wanted.end() && (!made || is_same(*made, found->second));
}

} // namespace

std::vector<Finding> find_work_faults(const Job& job, const Plan& plan) {
    std::vector<Finding> findings;
    if (std::all_of(job.begun.begin(), job.begun.end(), [](const Piece& each) { return each.log.empty(); }))
        return findings;
    constexpr std::size_t enough = 4;
    const std::map<Deed, Made> wanted = wanted_of(job, plan);
    for (const Piece& piece : job.begun) {
        if (piece.number == all_pieces)
            continue; // the machine was set, nothing cut
        std::vector<std::string> left;
        for (const auto& [deed, made] : work_done(piece).deeds)
            if (deed.act == Act::Cut && !is_wanted(wanted, deed, made))
                left.push_back(in_words(job, deed));
        if (left.empty())
            continue;
        std::string said = fmt::format(
            "{}",
            fmt::join(left.begin(), left.begin() + static_cast<std::ptrdiff_t>(std::min(enough, left.size())), ", "));
        if (left.size() > enough)
            said += say(" and {enough} more", {{"enough", left.size() - enough}});
        findings.push_back({Grade::Check,
                            FindingKind::NoLongerWanted,
                            say("On piece {piece} something is done that is not wanted so any more: {said}.",
                                {{"piece", in_words(piece)}, {"said", said}}),
                            say("Undo the change if the piece counts, or take back at the Bench what was not done."),
                            {}});
    }
    return findings;
}

std::vector<Finding> all_findings(const Job& job, const Plan& plan) {
    std::vector<Finding> all = plan.findings;
    const std::vector<Finding> work = find_work_faults(job, plan);
    all.insert(all.end(), work.begin(), work.end());
    std::stable_sort(all.begin(), all.end(), [](const Finding& a, const Finding& b) { return a.grade < b.grade; });
    return all;
}

} // namespace clockface

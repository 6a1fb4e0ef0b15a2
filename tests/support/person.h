#pragma once

#include "bench/session.h"
#include "bench/work_findings.h"
#include "support/jobs.h"

#include <map>
#include <string>

namespace clockface::testing {

// A person at the bench, who does what the state says and forgets everything else.
class Person {
public:
    Person(Job job, Shop shop = default_shop())
        : shop(std::move(shop))
        , job(std::move(job)) {}

    Shop shop;
    Job job;
    Piece piece;
    std::int64_t time = 1775121300;

    // Made anew only when the job has changed.
    [[nodiscard]] const SetupPlan& plan() const {
        if (!m_plan || !(m_planned == job)) {
            m_planned = job;
            m_plan = plan_at_hand(job, shop);
        }
        return *m_plan;
    }
    [[nodiscard]] BenchState state() const { return bench_state(job, shop, plan(), piece); }
    void next() { piece = with_next_done(piece, state(), ++time); }
    void back() { piece = with_last_back(piece, state(), ++time); }
    void until_cut(int cuts) {
        while (cuts > 0) {
            const BenchState now = state();
            if (!now.now())
                return;
            cuts -= now.now()->deed.act == Act::Cut ? 1 : 0;
            piece = with_next_done(piece, now, ++time);
        }
    }
    void approach() {
        for (int moves = 0; moves < 5000 && state().now(); ++moves)
            next();
    }
    [[nodiscard]] std::vector<Finding> faults() const {
        Job with_log = job;
        with_log.begun = {piece};
        return find_work_faults(with_log, make_plan(with_log, shop));
    }
    // Names of the steps that were done, as often as the log has them.
    [[nodiscard]] std::map<std::string, int> cuts() const {
        std::map<std::string, int> all;
        for (const Event& event : piece.log)
            if (const auto* done = std::get_if<Done>(&event.what); done && done->deed.act == Act::Cut)
                ++all[in_words(job, done->deed)];
        return all;
    }

private:
    mutable std::optional<SetupPlan> m_plan;
    mutable Job m_planned;
};

} // namespace clockface::testing

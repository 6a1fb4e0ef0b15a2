// Any job on any machine of the shop: the list can be carried out, its words are words, and what is only a way of
// writing changes nothing that the hands do.
#include "formats/job_json.h"
#include "formats/plan_json.h"
#include "layout/callout.h"
#include "layout/validate.h"
#include "ordering/wording.h"
#include "plan/plan.h"
#include "support/bars.h"
#include "words/say.h"

#include <cmath>
#include <nlohmann/json.hpp>

using namespace clockface;
using namespace clockface::testing;

namespace {

Job any_job_at_all() {
    Job job = *rc::gen::inRange(0, 3) == 0 ? *any_bar_job() : *any_job();
    const Shop shop = default_shop();
    at_hand(job).machine =
        shop.machines[static_cast<std::size_t>(*rc::gen::inRange(0, static_cast<int>(shop.machines.size())))].name;
    return job;
}

void are_words(const std::string& text) {
    for (const char* no_word : {"nan", "inf ", "inf.", "{", "}", "-0.0 ", "  "}) // a brace: a place nobody filled
        if (text.find(no_word) != std::string::npos)
            RC_FAIL("'" + std::string(no_word) + "' in: " + text);
}

// As if every message were translated, for as long as it lives.
struct OtherTongue {
    OtherTongue() {
        speak({[](std::string_view english) { return "<" + std::string(english) + ">"; }, nullptr});
    }
    ~OtherTongue() { speak({}); }
};

// What is kept in files and found again by its words.
std::vector<std::string> kept_words(const Job& job) {
    const SetupPlan plan = plan_at_hand(job, default_shop());
    std::vector<std::string> all{job_to_json(job), plan.fingerprint};
    for (const Hole& hole : plan.holes)
        all.push_back(hole.name);
    for (const Pattern& pattern : job.patterns)
        all.push_back(callout_of(pattern, job));
    for (const Chain& chain : plan.chains())
        for (const CutStep& step : chain.steps) {
            all.push_back(step.name);
            all.push_back(step.cutter.name);
            all.push_back(step.fluid);
        }
    return all;
}

} // namespace

class TestAnyPlan : public QObject {
    Q_OBJECT
private slots:
    void random_jobs_are_sound() {
        holds("what the generators make can be made", [](void) {
            const Job job = any_job_at_all();
            if (const auto fault = first_fault(job))
                RC_FAIL(fault->text());
        });
    }
    void what_is_kept_is_the_same_in_every_language() {
        holds("names, callouts and files do not hang on the words on the screen", [] {
            const Job job = any_job_at_all();
            const std::vector<std::string> english = kept_words(job);
            const OtherTongue other;
            RC_ASSERT(kept_words(job) == english);
        });
    }
    void words_are_words() {
        holds("no move, finding or figure of any plan says nonsense", [](void) {
            const Job job = any_job_at_all();
            const SetupPlan plan = plan_at_hand(job, default_shop());
            const WordingNeeds needs = words_for(job, plan);
            for (const Instruction& each : plan.route.list) {
                const Wording words = in_words(each, needs);
                RC_ASSERT(!words.sentence.empty() && !words.heading.empty());
                are_words(words.sentence);
                are_words(words.why);
                are_words(words.note);
                for (const BigFigure& figure : words.figures)
                    are_words(figure.value);
            }
            for (const Finding& finding : plan.findings) {
                are_words(finding.sentence);
                RC_ASSERT(finding.sentence.ends_with('.') || finding.sentence.ends_with('?'));
                for (const int hole : finding.holes)
                    RC_ASSERT(hole >= 0 && static_cast<std::size_t>(hole) < plan.holes.size());
            }
        });
    }
    void the_same_job_gives_the_same_plan() {
        holds("same input, same plan, to the last figure", [](void) {
            const Job job = any_job_at_all();
            const Shop shop = default_shop();
            RC_ASSERT(plan_to_json(job, make_plan(job, shop)) == plan_to_json(job, make_plan(job, shop)));
        });
    }
    void what_is_only_written_changes_no_move() {
        holds("title, purpose, number of pieces and convention leave the work of the hands alone", [](void) {
            Job job = any_job_at_all();
            const SetupPlan before = plan_at_hand(job, default_shop());
            job.title += " again";
            job.work_for = "somebody";
            job.pieces += 3;
            const SetupPlan after = plan_at_hand(job, default_shop());
            RC_ASSERT(after.fingerprint == before.fingerprint);
            job.convention = {deg(*rc::gen::inRange(0, 360)),
                              *rc::gen::element(Sense::Clockwise, Sense::CounterClockwise)};
            const SetupPlan other = plan_at_hand(job, default_shop());
            RC_ASSERT(other.holes.size() == before.holes.size());
            for (std::size_t i = 0; i < other.holes.size(); ++i)
                RC_ASSERT(same(other.holes[i].at, before.holes[i].at));
        });
    }
    void the_unit_moves_no_hole() {
        holds("inches or millimetres, every hole stays where it is", [](void) {
            Job job = any_job_at_all();
            const SetupPlan before = plan_at_hand(job, default_shop());
            job.unit = job.unit == Unit::Inch ? Unit::Millimetre : Unit::Inch;
            const SetupPlan after = plan_at_hand(job, default_shop());
            RC_ASSERT(after.machine.name == before.machine.name); // it is named, so it stays
            RC_ASSERT(after.holes.size() == before.holes.size());
            for (std::size_t i = 0; i < after.holes.size(); ++i)
                RC_ASSERT(same(after.holes[i].at, before.holes[i].at));
        });
    }
    void the_machine_that_is_not_named_counts_in_the_jobs_unit() {
        holds("the first of the shop that does, else the first", [](void) {
            Job job = *any_job();
            Shop shop = default_shop();
            const std::size_t taken_away = static_cast<std::size_t>(*rc::gen::inRange(0, 5));
            shop.machines.erase(shop.machines.begin() + static_cast<std::ptrdiff_t>(taken_away));
            at_hand(job).machine = *rc::gen::element<std::string>("", "a machine nobody has");
            const Machine& machine = shop.machine_for(at_hand(job).machine, job.unit);
            const bool there = std::any_of(shop.machines.begin(), shop.machines.end(),
                                           [&](const Machine& each) { return unit_of(each) == job.unit; });
            RC_ASSERT(!there || unit_of(machine) == job.unit);
            for (const Machine& each : shop.machines) {
                if (&each == &machine)
                    break;
                RC_ASSERT(there && unit_of(each) != job.unit);
            }
            RC_ASSERT(plan_at_hand(job, shop).machine == machine);
        });
    }
};

QTEST_GUILESS_MAIN(TestAnyPlan)
#include "test_any_plan.moc"

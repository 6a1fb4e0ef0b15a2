#include "formats/plan_json.h"

#include "bench/work_findings.h"
#include "formats/holdings_json.h"
#include "formats/job_json.h"
#include "formats/json_values.h"
#include "formats/json_words.h"
#include "layout/on_bar.h"
#include "ordering/wording.h"

namespace clockface {

namespace {

const std::string& hole_name(const SetupPlan& plan, int hole) {
    return plan.holes.at(static_cast<std::size_t>(hole)).name;
}

ordered holes_json(const Job& job, const SetupPlan& plan) {
    ordered holes = ordered::array();
    for (const Hole& hole : plan.holes) {
        const Point drawn = as_drawn(job.datum, hole.at);
        ordered out{{"name", hole.name},
                    {"x", drawn.x.in_mm() + 0.0},
                    {"y", drawn.y.in_mm() + 0.0},
                    {"diameter", hole.spec.diameter.in_mm()},
                    {"purpose", name_of(hole.spec.purpose)}};
        if (!hole.spec.label.empty())
            out["label"] = hole.spec.label;
        if (hole.spec.depth)
            out["depth"] = hole.spec.depth->in_mm();
        if (hole.bar) {
            out["bar"] = {{"from_left_end", hole.bar->along.in_mm()},
                          {"bearing", hole.bar->bearing.in_degrees()},
                          {"offset", hole.bar->offset.in_mm()}};
            for (const HoleFigure& figure : figures_of(job, hole))
                out["bar"]["figures"].push_back({{"what", figure.what}, {"value", figure.value}});
        }
        holes.push_back(out);
    }
    return holes;
}

ordered instructions_json(const Job& job, const SetupPlan& plan) {
    const WordingNeeds needs = words_for(job, plan);
    ordered list = ordered::array();
    for (const Instruction& instruction : plan.route.list) {
        const Wording words = in_words(instruction, needs);
        ordered out{{"device", words.heading}, {"sentence", words.sentence}, {"why", words.why}};
        if (instruction.hole >= 0)
            out["hole"] = hole_name(plan, instruction.hole);
        out["figures"] = ordered::array();
        for (const BigFigure& figure : words.figures)
            out["figures"].push_back({{"caption", figure.caption}, {"value", figure.value}, {"after", figure.after}});
        list.push_back(out);
    }
    return list;
}

ordered findings_json(const Job& job, const Plan& plan) {
    ordered list = ordered::array();
    for (const Finding& finding : all_findings(job, plan)) {
        ordered out{{"grade", name_of(finding.grade)},
                    {"kind", name_of(finding.kind)},
                    {"sentence", finding.sentence},
                    {"remedy", finding.remedy}};
        if (finding.setup != 0)
            out["setup"] = finding.setup;
        out["holes"] = ordered::array();
        for (const int hole : finding.holes)
            out["holes"].push_back(hole_name(plan.of(finding.setup), hole));
        list.push_back(out);
    }
    return list;
}

// How the work lies, and what the drill of each hole meets.
ordered holding_json(const SetupPlan& plan) {
    const Held& held = plan.held;
    ordered out{{"known", held.known}, {"why", held.why}};
    if (!held.fault.empty())
        out["fault"] = held.fault;
    if (!held.known)
        return out;
    out["in"] = held.holder();
    if (held.rest)
        out["rest"] = name_of(*held.rest);
    if (held.parallels)
        out["parallels"] = name_of(*held.parallels);
    out["turned"] = held.turned;
    out["clamps"] = ordered::array();
    for (const ClampAt& each : held.clamps)
        out["clamps"].push_back(clamp_json(each));
    out["waste"] = held.waste.in_mm();
    out["proud"] = held.proud.in_mm();
    out["gripped"] = held.gripped.in_mm();
    out["beneath"] = ordered::array();
    for (std::size_t i = 0; i < plan.beneath.size(); ++i) {
        const Beneath& under = plan.beneath[i];
        out["beneath"].push_back({{"hole", plan.holes[i].name},
                                  {"meets", name_of(under.what)},
                                  {"chuck", under.chuck},
                                  {"tip", under.tip.in_mm()},
                                  {"met_at", under.met.in_mm()}});
    }
    return out;
}

ordered setup_json(const Job& job, const SetupPlan& plan) {
    const Setup& setup = at_hand(job);
    ordered out{{"id", setup.id},
                {"name", in_words(job, setup)},
                {"face", word_for(setup.up, face_words())},
                {"machine", plan.machine.name},
                {"machine_id", plan.machine.id},
                {"holes", holes_json(job, plan)},
                {"holding", holding_json(plan)},
                {"instructions", instructions_json(job, plan)}};
    ordered run{{"complaints", plan.run.complaints}, {"landings", ordered::array()}};
    for (const Landing& landing : plan.run.landings) {
        const Point drawn = as_drawn(job.datum, landing.at);
        run["landings"].push_back({{"hole", hole_name(plan, landing.hole)},
                                   {"x", drawn.x.in_mm() + 0.0},
                                   {"y", drawn.y.in_mm() + 0.0},
                                   {"miss", landing.miss.in_mm()},
                                   {"step", landing.step},
                                   {"touch", landing.touch}});
        if (landing.far) {
            const Point far = as_drawn(job.datum, *landing.far);
            run["landings"].back()["far_mouth"] = {far.x.in_mm() + 0.0, far.y.in_mm() + 0.0};
        }
    }
    if (const auto worst = plan.run.worst())
        run["worst"] = {{"hole", hole_name(plan, worst->hole)}, {"miss", worst->miss.in_mm()}};
    out["proof"] = run;
    return out;
}

std::string dumped(const ordered& value) {
    return value.dump(2, ' ', false, ordered::error_handler_t::replace) + "\n";
}

} // namespace

std::string plan_to_json(const Job& job, const Plan& plan) {
    ordered out{{"clockface", "plan"}, {"version", plan_json_version}, {"title", job.title}};
    out["setups"] = ordered::array();
    each_setup(job, plan,
               [&](const Job& there, const SetupPlan& each) { out["setups"].push_back(setup_json(there, each)); });
    out["findings"] = findings_json(job, plan);
    return dumped(out);
}

std::string findings_to_json(const Job& job, const Plan& plan) {
    return dumped(findings_json(job, plan));
}

} // namespace clockface

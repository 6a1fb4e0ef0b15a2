// clockface-cli: the core without a screen.
#include "bench/work_findings.h"
#include "formats/csv.h"
#include "formats/cutter_report.h"
#include "formats/job_json.h"
#include "formats/order_report.h"
#include "formats/plan_json.h"
#include "formats/shop_json.h"
#include "formats/survey_report.h"
#include "formats/text_file.h"
#include "measure/figures.h"
#include "measure/shop_number.h"
#include "ordering/wording.h"
#include "plan/makers.h"
#include "plan/plan.h"
#include "survey/part_text.h"
#include "words/say.h"

#include <CLI/CLI.hpp>
#include <fmt/format.h>
#include <iostream>
#include <sstream>

namespace {

using namespace clockface;

constexpr int done = 0;
constexpr int stands = 1;  // a stop finding stands
constexpr int refused = 2; // also: the answer could not be written

int refuse(const Problem& problem) {
    std::cerr << problem.text() << "\n";
    return refused;
}

struct Loaded {
    Job job;
    Shop shop;
};

Result<Loaded> load(const std::string& job_path, const std::string& shop_path, const std::string& machine) {
    Result<Job> job = load_job(job_path);
    if (!job)
        return tl::unexpected(job.error());
    Result<Shop> shop = shop_path.empty() ? Result<Shop>(default_shop()) : load_shop(shop_path);
    if (!shop)
        return tl::unexpected(shop.error());
    if (!machine.empty()) {
        if (!shop->find(machine)) {
            std::string names;
            for (const Machine& known : shop->machines)
                names += (names.empty() ? "" : ", ") + known.name;
            return problem("--machine",
                           fmt::format("The shop has no machine called '{}'. It has: {}.", machine, names));
        }
        for (Setup& setup : job->setups)
            setup.machine = MachineRef(machine);
    }
    *job = with_machines_of(std::move(*job), *shop);
    return Loaded{std::move(*job), std::move(*shop)};
}

void print_findings(const std::vector<Finding>& findings) {
    for (const Finding& finding : findings)
        std::cout << fmt::format("{}: {} {}\n", in_words(finding.grade), finding.sentence, finding.remedy);
}

void print_setup(const Job& job, const SetupPlan& plan) {
    const std::string face = job.setups.size() > 1 ? ", " + in_words(job, at_hand(job)) : "";
    std::cout << fmt::format("{}{}, {} on {} ({})\n\n", job.title, face,
                             say("{count} {count:hole|holes}", {{"count", plan.holes.size()}}), plan.machine.name,
                             machine_in_words(plan.machine));
    const WordingNeeds needs = words_for(job, plan);
    for (std::size_t i = 0; i < plan.route.list.size(); ++i)
        std::cout << fmt::format("{:4}  {}\n", i + 1, in_words(plan.route.list[i], needs).sentence);
    std::cout << "\n";
    if (const auto worst = plan.run.worst())
        std::cout << fmt::format("The simulated operator carried this out: worst hole {}, {} from the drawing.\n",
                                 plan.holes[static_cast<std::size_t>(worst->hole)].name,
                                 deviation_in_words(worst->miss, job.unit));
    std::cout << (job.setups.size() > 1 ? "\n" : "");
}

void print_text(const Job& job, const Plan& plan, const std::vector<Finding>& findings) {
    each_setup(job, plan, print_setup);
    print_findings(findings);
    std::cout << "The machine maker's manual, the shop's rules and local codes come before this list.\n";
}

int show_number(const std::string& text, const std::string& unit) {
    const Result<ReadLength> read = read_length(text, unit == "in" ? Unit::Inch : Unit::Millimetre);
    if (!read)
        return refuse({"'" + text + "'", read.error().sentence});
    std::cout << both_units(read->value) << "\n";
    if (!read->how.empty())
        std::cout << read->how << "\n";
    return done;
}

// A survey is a job file with an old part in it, or the lines of one by themselves.
Result<OldPart> load_old_part(const std::string& path) {
    const Result<std::string> text = read_file(path);
    if (!text)
        return tl::unexpected(text.error());
    if (text->find_first_not_of(" \t\r\n") != std::string::npos && text->at(text->find_first_not_of(" \t\r\n")) == '{')
        return job_from_json(*text).map([](const Job& job) { return job.old_part; }).map_error([&](Problem found) {
            return Problem{path + ", " + found.place, found.sentence};
        });
    std::vector<std::string> lines;
    std::istringstream in(*text);
    for (std::string line; std::getline(in, line);)
        lines.push_back(line);
    return read_old_part(lines).map_error([&](Problem found) {
        return Problem{path + ", " + found.place, found.sentence};
    });
}

int show_survey(const std::string& path, const std::string& shop_path, const std::string& as) {
    const Result<OldPart> part = load_old_part(path);
    if (!part)
        return refuse(part.error());
    const Result<Shop> shop = shop_path.empty() ? Result<Shop>(default_shop()) : load_shop(shop_path);
    if (!shop)
        return refuse(shop.error());
    if (part->empty())
        return refuse({path, "There is no old part in this file: no hole, no edge, no reading."});
    const Survey found = survey(*part);
    std::cout << (as == "json" ? survey_to_json(*part, found, *shop, {}) : survey_to_text(*part, found, *shop, {}));
    return found.settled() ? done : stands;
}

int run(int argc, char** argv) {
    CLI::App app("Clockface without a screen: plans and checks hole jobs.", "clockface-cli");
    app.require_subcommand(1);
    std::string job_path, shop_path, machine, text, as = "text", unit = "mm";

    CLI::App* plan_command = app.add_subcommand("plan", "Print the instructions for a job");
    plan_command->add_option("JOB", job_path, "A job file")->required();
    plan_command->add_option("--machine", machine, "Name of the machine, instead of the one in the job");
    plan_command->add_option("--shop", shop_path, "A shop file, instead of the made-up shop");
    plan_command->add_option("--as", as, "text, json, csv (instructions) or coordinates (csv)")
        ->check(CLI::IsMember({"text", "json", "csv", "coordinates"}));

    CLI::App* check_command = app.add_subcommand("check", "Print the findings; ends with 1 when a stop finding stands");
    check_command->add_option("JOB", job_path, "A job file")->required();
    check_command->add_option("--machine", machine, "Name of the machine, instead of the one in the job");
    check_command->add_option("--shop", shop_path, "A shop file, instead of the made-up shop");
    check_command->add_option("--as", as, "text or json")->check(CLI::IsMember({"text", "json"}));

    CLI::App* cutters_command = app.add_subcommand(
        "cutters", "Print the cutters to fetch, and what makes each hole; ends with 1 when a stop finding stands");
    cutters_command->add_option("JOB", job_path, "A job file")->required();
    cutters_command->add_option("--machine", machine, "Name of the machine, instead of the one in the job");
    cutters_command->add_option("--shop", shop_path, "A shop file, instead of the made-up shop");
    cutters_command->add_option("--as", as, "text or json")->check(CLI::IsMember({"text", "json"}));

    CLI::App* order_command = app.add_subcommand(
        "order", "Compare the ways of ordering the cutters and the machines, and say what many parts come to");
    order_command->add_option("JOB", job_path, "A job file")->required();
    order_command->add_option("--machine", machine, "Name of the machine, instead of the one in the job");
    order_command->add_option("--shop", shop_path, "A shop file, instead of the made-up shop");
    order_command->add_option("--as", as, "text or json")->check(CLI::IsMember({"text", "json"}));

    CLI::App* survey_command =
        app.add_subcommand("survey", "Work out an old part's readings; ends with 1 when a hole has no place yet");
    survey_command->add_option("FILE", job_path, "A job file with an old part, or its lines as text")->required();
    survey_command->add_option("--shop", shop_path, "A shop file, instead of the made-up shop");
    survey_command->add_option("--as", as, "text or json")->check(CLI::IsMember({"text", "json"}));

    CLI::App* estimates_command =
        app.add_subcommand("estimates", "Print every guessed figure, with its unit and where it is from");

    CLI::App* number_command = app.add_subcommand("number", "Say how a shop number is read");
    number_command->add_option("TEXT", text, "For instance \"3 1/4\", 12.5mm, \"#29\"")->required();
    number_command->add_option("--unit", unit, "Unit of a bare number")->check(CLI::IsMember({"mm", "in"}));

    try {
        app.parse(argc, argv);
    } catch (const CLI::ParseError& error) {
        return app.exit(error) == 0 ? done : refused;
    }
    if (number_command->parsed())
        return show_number(text, unit);
    if (estimates_command->parsed()) {
        std::cout << in_words(Estimates{});
        return done;
    }
    if (survey_command->parsed())
        return show_survey(job_path, shop_path, as);

    const Result<Loaded> loaded = load(job_path, shop_path, machine);
    if (!loaded)
        return refuse(loaded.error());
    const Plan plan = make_plan(loaded->job, loaded->shop, {});
    const std::vector<Finding> findings = all_findings(loaded->job, plan);
    const bool stop = !findings.empty() && findings.front().grade == Grade::Stop;
    if (check_command->parsed()) {
        if (as == "json")
            std::cout << findings_to_json(loaded->job, plan);
        else if (findings.empty())
            std::cout << "Nothing stands against this job.\n";
        else
            print_findings(findings);
        return stop ? stands : done;
    }
    if (order_command->parsed()) {
        std::cout << (as == "json" ? order_to_json(loaded->job, loaded->shop, plan)
                                   : order_to_text(loaded->job, loaded->shop, plan));
        return stop ? stands : done;
    }
    if (cutters_command->parsed()) {
        std::cout << (as == "json" ? cutters_to_json(loaded->job, plan) : cutters_to_text(loaded->job, plan));
        return stop ? stands : done;
    }
    if (as == "json")
        std::cout << plan_to_json(loaded->job, plan);
    else if (as == "csv")
        std::cout << instructions_csv(loaded->job, plan);
    else if (as == "coordinates")
        std::cout << coordinates_csv(loaded->job, plan);
    else
        print_text(loaded->job, plan, findings);
    return done;
}

} // namespace

int main(int argc, char** argv) {
    const int ended = run(argc, argv);
    // An answer that did not get through is none: a full disk, a pipe nobody reads.
    if (!std::cout.flush()) {
        std::cerr << "The answer could not be written. Is the disk full?\n";
        return refused;
    }
    return ended;
}

#include "formats/csv.h"

#include "formats/csv_cell.h"
#include "formats/job_json.h"
#include "ordering/wording.h"

#include <algorithm>
#include <fmt/format.h>

namespace clockface {

namespace {

// Shortest decimal text that reads back to the same number.
std::string exact(Length length, Unit unit) {
    return fmt::format("{}", length.in(unit) + 0.0);
}

// One row for each hole of a face.
void add_coordinates(std::string& out, const Job& job, const SetupPlan& plan, const std::string& face, bool any_side) {
    const std::string unit = job.unit == Unit::Inch ? "in" : "mm";
    for (const Hole& hole : plan.holes) {
        const Point drawn = as_drawn(job.datum, hole.at);
        out +=
            fmt::format("{},{},{},{},{},{},{},{}", cell(hole.name), exact(drawn.x, job.unit), exact(drawn.y, job.unit),
                        unit, exact(hole.spec.diameter, job.unit), name_of(hole.spec.purpose), cell(hole.spec.label),
                        hole.spec.depth ? exact(*hole.spec.depth, job.unit) : "");
        // On the side of a bar the second figure is the way round it, rolled out; bearing and offset follow.
        if (hole.bar)
            out += fmt::format(",{},{}", job.convention.figure_of(as_seen(job, hole.bar->bearing)).in_degrees(),
                               exact(hole.bar->offset, job.unit));
        else if (any_side)
            out += ",,";
        out += face.empty() ? "\r\n" : "," + cell(face) + "\r\n";
    }
}

void add_instructions(std::string& out, const Job& job, const SetupPlan& plan, const std::string& setup) {
    const WordingNeeds needs = words_for(job, plan);
    for (std::size_t i = 0; i < plan.route.list.size(); ++i) {
        const Instruction& instruction = plan.route.list[i];
        const Wording words = in_words(instruction, needs);
        std::string figures;
        for (const BigFigure& figure : words.figures)
            for (const std::string& part : {figure.caption, figure.value, figure.after})
                if (!part.empty())
                    figures += (figures.empty() ? "" : " ") + part;
        const std::string hole =
            instruction.hole < 0 ? "" : plan.holes[static_cast<std::size_t>(instruction.hole)].name;
        out += fmt::format("{},{},{},{},{},{}", i + 1, cell(hole), cell(words.heading), cell(figures),
                           cell(words.direction), cell(words.sentence));
        out += setup.empty() ? "\r\n" : "," + cell(setup) + "\r\n";
    }
}

} // namespace

std::string coordinates_csv(const Job& job, const Plan& plan) {
    const std::vector<const SetupPlan*> faces = plan.faces();
    const bool several = faces.size() > 1;
    // The side of a bar counts as its top.
    const bool any_side = job.blank.is_bar() && std::any_of(faces.begin(), faces.end(), [](const SetupPlan* each) {
                              return each->face == Face::Top;
                          });
    std::string out = fmt::format("hole,x,y,unit,diameter,kind,label,depth{}{}\r\n", any_side ? ",angle,offset" : "",
                                  several ? ",face" : "");
    for (const SetupPlan* each : faces)
        add_coordinates(out, with_setup(job, each->setup), *each,
                        several ? face_in_words(job.blank.shape, each->face) : "", any_side);
    return out;
}

std::string instructions_csv(const Job& job, const Plan& plan) {
    const bool several = plan.setups.size() > 1;
    std::string out = fmt::format("step,hole,device,figures,direction,sentence{}\r\n", several ? ",setup" : "");
    each_setup(job, plan, [&](const Job& there, const SetupPlan& each) {
        add_instructions(out, there, each, several ? in_words(there, at_hand(there)) : "");
    });
    return out;
}

} // namespace clockface

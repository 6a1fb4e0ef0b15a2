#include "formats/csv.h"

#include "formats/csv_cell.h"
#include "formats/job_json.h"
#include "ordering/wording.h"

#include <fmt/format.h>

namespace clockface {

namespace {

// Shortest decimal text that reads back to the same number.
std::string exact(Length length, Unit unit) {
    return fmt::format("{}", length.in(unit) + 0.0);
}

} // namespace

std::string coordinates_csv(const Job& job, const Plan& plan) {
    // On the side of a bar the second figure is the way round it, rolled out; bearing and offset follow at the end.
    const bool side = job.blank.on_side();
    std::string out = fmt::format("hole,x,y,unit,diameter,kind,label,depth{}\r\n", side ? ",angle,offset" : "");
    const std::string unit = job.unit == Unit::Inch ? "in" : "mm";
    for (const Hole& hole : plan.holes) {
        const Point drawn = as_drawn(job.datum, hole.at);
        out += fmt::format(
            "{},{},{},{},{},{},{},{}{}\r\n", cell(hole.name), exact(drawn.x, job.unit), exact(drawn.y, job.unit), unit,
            exact(hole.spec.diameter, job.unit), name_of(hole.spec.purpose), cell(hole.spec.label),
            hole.spec.depth ? exact(*hole.spec.depth, job.unit) : "",
            hole.bar ? fmt::format(",{},{}", job.convention.figure_of(as_seen(job, hole.bar->bearing)).in_degrees(),
                                   exact(hole.bar->offset, job.unit))
                     : "");
    }
    return out;
}

std::string instructions_csv(const Job& job, const Plan& plan) {
    std::string out = "step,hole,device,figures,direction,sentence\r\n";
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
        out += fmt::format("{},{},{},{},{},{}\r\n", i + 1, cell(hole), cell(words.heading), cell(figures),
                           cell(words.direction), cell(words.sentence));
    }
    return out;
}

} // namespace clockface

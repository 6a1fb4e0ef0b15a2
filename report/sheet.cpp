#include "report/sheet.h"

#include "bench/work_findings.h"
#include "formats/cutter_report.h"
#include "formats/order_report.h"
#include "formats/text_file.h"
#include "layout/bar.h"
#include "layout/on_bar.h"
#include "measure/figures.h"
#include "ordering/wording.h"
#include "plan/beneath_words.h"
#include "words/say.h"

#include <QBuffer>
#include <QPageSize>
#include <QPdfWriter>
#include <QTextDocument>
#include <algorithm>

namespace clockface {

namespace {

QString text(const std::string& plain) {
    return QString::fromStdString(plain).toHtmlEscaped();
}

QString cell(const std::string& plain, bool right = false) {
    return QStringLiteral("<td%1>%2</td>").arg(right ? QStringLiteral(" align='right'") : QString(), text(plain));
}

QString heading(const std::string& words) {
    return QStringLiteral("<h3>%1</h3>").arg(text(words));
}

QString paragraph(const std::string& words) {
    return QStringLiteral("<p>%1</p>").arg(text(words));
}

// A table's beginning, with what stands over its columns.
QString table(const std::vector<std::string>& columns) {
    QString html = QStringLiteral("<table width='100%' cellpadding='2' cellspacing='0' border='1'><tr>");
    for (const std::string& column : columns)
        html += QStringLiteral("<th>%1</th>").arg(text(column));
    return html + QStringLiteral("</tr>");
}

QString holes_table(const Job& job, const SetupPlan& plan) {
    const bool side = job.blank.on_side();
    QString html = heading(say(side ? later("Holes, in {unit}; angles seen from {end}") : later("Holes, in {unit}"),
                               {{"unit", unit_word(job.unit)}, {"end", end_in_words(job.blank.bar.seen_from)}})) +
                   (side ? table({say("hole"), "X", say("angle"), say("off the axis"), say("size"), say("depth")})
                         : table({say("hole"), "X", "Y", say("size"), say("depth")}));
    for (const Hole& hole : plan.holes) {
        const Point drawn = as_drawn(job.datum, hole.at);
        html += QStringLiteral("<tr>") + cell(hole.name) + cell(column_figure(drawn.x, job.unit), true) +
                (hole.bar ? cell(in_degrees(job.convention.figure_of(as_seen(job, hole.bar->bearing))), true) +
                                cell(with_unit(abs(hole.bar->offset), job.unit), true)
                          : cell(column_figure(drawn.y, job.unit), true)) +
                cell(size_in_words(hole.spec, job.unit)) +
                cell(hole.spec.depth ? with_unit(*hole.spec.depth, job.unit) : say("through")) +
                QStringLiteral("</tr>");
    }
    return html + QStringLiteral("</table>");
}

// What to fetch, then what makes each kind of hole.
QString cutters_table(const Job& job, const Plan& plan) {
    if (plan.cutting->list.lines.empty())
        return {};
    QString html =
        heading(say("Cutters to fetch")) + table({say("there"), say("cutter"), say("holes"), say("turns a minute")});
    for (const FetchLine& line : plan.cutting->list.lines) {
        std::string turns = say("none slow enough");
        if (line.by_hand)
            turns = say("by hand");
        else if (line.rpm)
            turns = decimal(*line.rpm, 0);
        html +=
            QStringLiteral("<tr><td align='center'>☐</td>") +
            cell(line.owned ? line.cutter.name : say("{cutter} (not in the drawer)", {{"cutter", line.cutter.name}})) +
            cell(std::to_string(line.holes), true) + cell(turns, true) + QStringLiteral("</tr>");
    }
    html += QStringLiteral("</table>");
    for (std::size_t i = 0; i < plan.cutting->chains.size(); ++i) {
        const Chain& chain = plan.cutting->chains[i];
        html += QStringLiteral("<p><b>%1: %2</b>")
                    .arg(text(holes_of_chain(plan, static_cast<int>(i))), text(size_in_words(chain.spec, job.unit)));
        for (const CutStep& step : chain.steps)
            if (!step.skipped)
                html +=
                    QStringLiteral("<br>%1: %2").arg(text(step_title(step.name)), text(step_in_words(step, job.unit)));
        for (const std::string& depth : depths_in_words(depth_stack(chain, {}, job.unit), job.unit))
            html += QStringLiteral("<br><i>%1</i>").arg(text(depth));
        html += QStringLiteral("</p>");
    }
    return html +
           paragraph(say("Zero of every depth is touched off on the bare face with that cutter, never in a spot."));
}

// Which way of ordering was taken, and the order of tightening on assembly.
QString order_words(const Job& job, const SetupPlan& plan) {
    QString html =
        paragraph(say("Order: {way}. {reason}", {{"way", in_words(plan.work.way)}, {"reason", plan.work.reason}}));
    for (const std::string& sentence : tightening_in_words(job, plan))
        html += paragraph(sentence);
    return html;
}

QString moves_table(const Job& job, const SetupPlan& plan) {
    QString html = heading(say("Moves on {machine}", {{"machine", plan.machine.name}})) +
                   paragraph(machine_in_words(plan.machine) + ".") + table({say("no."), say("done"), say("move")});
    const WordingNeeds needs = words_for(job, plan);
    for (std::size_t i = 0; i < plan.route.list.size(); ++i)
        html += QStringLiteral("<tr><td align='right'>%1</td><td align='center'>☐</td>").arg(i + 1) +
                cell(in_words(plan.route.list[i], needs).sentence) + QStringLiteral("</tr>");
    return html + QStringLiteral("</table>");
}

// Where the saw goes: every figure from the bar's left end, so nothing adds up.
QString cuts_table(const Job& job) {
    if (!job.blank.sawing)
        return {};
    QString html = heading(say("Saw cuts, from the bar's left end")) +
                   table({say("piece"), say("begins"), say("ends"), say("saw between"), say("and")});
    for (const SawCut& cut : saw_cuts(*job.blank.sawing)) {
        html += QStringLiteral("<tr><td align='right'>%1</td>").arg(cut.after);
        for (const Length place :
             {start_of_piece(*job.blank.sawing, cut.after), cut.finished_end, cut.near_line, cut.far_line})
            html += QStringLiteral("<td align='right'>%1</td>")
                        .arg(text(column_figure(place, job.unit, Sign::WhenNegative)));
        html += QStringLiteral("</tr>");
    }
    return html + QStringLiteral("</table>") +
           paragraph(say("The saw stays between its two lines. The finished ends are faced to their own lines."));
}

QString proof_words(const Job& job, const SetupPlan& plan) {
    const auto worst = plan.run.worst();
    if (!worst || !plan.run.complaints.empty())
        return {};
    return paragraph(say("Carried out by the simulated operator: worst hole {hole}, {miss} from the drawing.",
                         {{"hole", plan.holes[static_cast<std::size_t>(worst->hole)].name},
                          {"miss", deviation_in_words(worst->miss, job.unit)}}));
}

// How the work lies, and what its drills meet. How zero is found is in the list of moves.
QString hold_words(const Job& job, const SetupPlan& plan) {
    if (!plan.held.known)
        return {};
    QString html = heading(say("Held")) + paragraph(in_words(plan.held, job.unit));
    for (const BeneathGroup& group : beneath_groups(plan, job.unit))
        html += paragraph(group.sentence);
    return html;
}

// The holes of a set-up, how it is gone about, and its moves; with a heading of its own where there are several.
QString setup_part(const Job& job, const SetupPlan& plan, int number) {
    QString html;
    if (job.setups.size() > 1)
        html = QStringLiteral("<h2>%1</h2>")
                   .arg(text(
                       say("Set-up {number} of {setups}: {name}, on {machine}", {{"number", number},
                                                                                 {"setups", job.setups.size()},
                                                                                 {"name", in_words(job, at_hand(job))},
                                                                                 {"machine", plan.machine.name}}))) +
               paragraph(say("Zero {zero}.", {{"zero", in_words(job.datum, job.blank)}}));
    return html + proof_words(job, plan) + holes_table(job, plan) + hold_words(job, plan) + order_words(job, plan) +
           moves_table(job, plan);
}

} // namespace

QString sheet_html(const Job& job, const Plan& plan) {
    QString html =
        QStringLiteral("<h2>%1</h2>").arg(text(job.title)) +
        paragraph(say(job.setups.size() > 1 ? later("{for}. Wanted: {pieces}. Angles: {angles}.")
                                            : later("{for}. Wanted: {pieces}. Zero {zero}. Angles: {angles}."),
                      {{"for", job.work_for},
                       {"pieces", job.pieces},
                       {"zero", in_words(job.datum, job.blank)},
                       {"angles", job.convention.in_words()}}));
    for (const Finding& finding : all_findings(job, plan))
        html += QStringLiteral("<p><b>%1:</b> %2 %3</p>")
                    .arg(text(in_words(finding.grade)), text(finding.sentence), text(finding.remedy));
    html += cuts_table(job) + cutters_table(job, plan);
    each_setup(job, plan, [&](const Job& there, const SetupPlan& each) {
        html += setup_part(there, each, setup_index(job, each.setup) + 1);
    });
    return html + paragraph(say(
                      "Clamp the work against being spun by the drill, chuck key out, eyes covered, no gloves or loose "
                      "sleeves at the spindle, chips with a brush. The machine maker's manual, the shop's rules, local "
                      "codes and a trained person's advice come before this sheet."));
}

std::string sheet_pdf(const Job& job, const Plan& plan) {
    QByteArray pdf;
    QBuffer buffer(&pdf);
    buffer.open(QIODevice::WriteOnly);
    {
        QPdfWriter writer(&buffer);
        writer.setPageSize(QPageSize(QPageSize::A4));
        writer.setPageMargins(QMarginsF(14, 14, 14, 14), QPageLayout::Millimeter);
        writer.setTitle(QString::fromStdString(job.title));
        writer.setCreator(QStringLiteral("Clockface"));
        QTextDocument document;
        document.setDefaultFont(QFont(QStringLiteral("B612"), 9));
        document.setHtml(sheet_html(job, plan));
        document.print(&writer);
    }
    return pdf.toStdString();
}

} // namespace clockface

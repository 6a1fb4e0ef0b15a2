#include "report/sheet.h"

#include "bench/work_findings.h"
#include "formats/cutter_report.h"
#include "formats/order_report.h"
#include "formats/text_file.h"
#include "layout/bar.h"
#include "layout/on_bar.h"
#include "measure/figures.h"
#include "ordering/wording.h"

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

QString holes_table(const Job& job, const SetupPlan& plan) {
    const bool side = job.blank.on_side();
    QString html =
        QStringLiteral("<h3>Holes, in %1%2</h3><table width='100%' cellpadding='2' cellspacing='0' border='1'>"
                       "<tr><th>hole</th><th>X</th><th>%3</th><th>size</th><th>depth</th></tr>")
            .arg(text(unit_word(job.unit)),
                 side ? text("; angles seen from " + end_in_words(job.blank.bar.seen_from)) : QString(),
                 side ? QStringLiteral("angle</th><th>off the axis") : QStringLiteral("Y"));
    for (const Hole& hole : plan.holes) {
        const Point drawn = as_drawn(job.datum, hole.at);
        html += QStringLiteral("<tr>") + cell(hole.name) + cell(column_figure(drawn.x, job.unit), true) +
                (hole.bar ? cell(in_degrees(job.convention.figure_of(as_seen(job, hole.bar->bearing))), true) +
                                cell(with_unit(abs(hole.bar->offset), job.unit), true)
                          : cell(column_figure(drawn.y, job.unit), true)) +
                cell(size_in_words(hole.spec, job.unit)) +
                cell(hole.spec.depth ? with_unit(*hole.spec.depth, job.unit) : "through") + QStringLiteral("</tr>");
    }
    return html + QStringLiteral("</table>");
}

// What to fetch, then what makes each kind of hole.
QString cutters_table(const Job& job, const Plan& plan) {
    if (plan.cutting->list.lines.empty())
        return {};
    QString html =
        QStringLiteral("<h3>Cutters to fetch</h3><table width='100%' cellpadding='2' cellspacing='0' border='1'>"
                       "<tr><th>there</th><th>cutter</th><th>holes</th><th>turns a minute</th></tr>");
    for (const FetchLine& line : plan.cutting->list.lines)
        html += QStringLiteral("<tr><td align='center'>☐</td>") +
                cell(line.cutter.name + (line.owned ? "" : " (not in the drawer)")) +
                cell(std::to_string(line.holes), true) +
                cell(line.by_hand ? "by hand"
                     : line.rpm   ? decimal(*line.rpm, 0)
                                  : "none slow enough",
                     true) +
                QStringLiteral("</tr>");
    html += QStringLiteral("</table>");
    for (std::size_t i = 0; i < plan.cutting->chains.size(); ++i) {
        const Chain& chain = plan.cutting->chains[i];
        html += QStringLiteral("<p><b>%1: %2</b>")
                    .arg(text(holes_of_chain(plan, static_cast<int>(i))), text(size_in_words(chain.spec, job.unit)));
        for (const CutStep& step : chain.steps)
            if (!step.skipped)
                html += QStringLiteral("<br>%1: %2").arg(text(step.name), text(step_in_words(step, job.unit)));
        for (const std::string& depth : depths_in_words(depth_stack(chain, {}, job.unit), job.unit))
            html += QStringLiteral("<br><i>%1</i>").arg(text(depth));
        html += QStringLiteral("</p>");
    }
    return html + QStringLiteral(
                      "<p>Zero of every depth is touched off on the bare face with that cutter, never in a spot.</p>");
}

// Which way of ordering was taken, and the order of tightening on assembly.
QString order_words(const Job& job, const SetupPlan& plan) {
    QString html = QStringLiteral("<p>Order: %1. %2</p>").arg(text(in_words(plan.work.way)), text(plan.work.reason));
    for (const std::string& sentence : tightening_in_words(job, plan))
        html += QStringLiteral("<p>%1</p>").arg(text(sentence));
    return html;
}

QString moves_table(const Job& job, const SetupPlan& plan) {
    QString html =
        QStringLiteral("<h3>Moves on %1</h3><p>%2.</p><table width='100%' cellpadding='2' cellspacing='0' border='1'>"
                       "<tr><th>no.</th><th>done</th><th>move</th></tr>")
            .arg(text(plan.machine.name), text(machine_in_words(plan.machine)));
    const WordingNeeds needs = words_for(job, plan);
    for (std::size_t i = 0; i < plan.route.list.size(); ++i)
        html += QStringLiteral("<tr><td align='right'>%1</td><td align='center'>☐</td>").arg(i + 1) +
                cell(in_words(plan.route.list[i], needs).sentence) + QStringLiteral("</tr>");
    return html + QStringLiteral("</table>");
}

// Where the saw goes: every figure from the bar's left end, so nothing adds up.
QString cuts_table(const Job& job) {
    if (!job.blank.cutting)
        return {};
    QString html = QStringLiteral("<h3>Saw cuts, from the bar's left end</h3><table border='1' cellspacing='0' "
                                  "cellpadding='3'><tr><th>piece</th><th>begins</th><th>ends</th><th>saw between</th>"
                                  "<th>and</th></tr>");
    for (const SawCut& cut : saw_cuts(*job.blank.cutting)) {
        html += QStringLiteral("<tr><td align='right'>%1</td>").arg(cut.after);
        for (const Length place :
             {start_of_piece(*job.blank.cutting, cut.after), cut.finished_end, cut.near_line, cut.far_line})
            html += QStringLiteral("<td align='right'>%1</td>")
                        .arg(text(column_figure(place, job.unit, Sign::WhenNegative)));
        html += QStringLiteral("</tr>");
    }
    return html +
           QStringLiteral(
               "</table><p>The saw stays between its two lines. The finished ends are faced to their own lines.</p>");
}

QString proof_words(const Job& job, const SetupPlan& plan) {
    const auto worst = plan.proof.worst();
    if (!worst || !plan.proof.complaints.empty())
        return {};
    return QStringLiteral("<p>Carried out by the simulated operator: worst hole %1, %2 from the drawing.</p>")
        .arg(text(plan.holes[static_cast<std::size_t>(worst->hole)].name),
             text(deviation_in_words(worst->miss, job.unit)));
}

// The holes of a set-up, how it is gone about, and its moves; with a heading of its own where there are several.
QString setup_part(const Job& job, const SetupPlan& plan, int number) {
    QString html;
    if (job.setups.size() > 1)
        html =
            QStringLiteral("<h2>Set-up %1 of %2: %3, on %4</h2><p>Zero %5.</p>")
                .arg(number)
                .arg(job.setups.size())
                .arg(text(in_words(job, at_hand(job))), text(plan.machine.name), text(in_words(job.datum, job.blank)));
    return html + proof_words(job, plan) + holes_table(job, plan) + order_words(job, plan) + moves_table(job, plan);
}

} // namespace

QString sheet_html(const Job& job, const Plan& plan) {
    QString html = QStringLiteral("<h2>%1</h2><p>%2. Wanted: %3.%4 Angles: %5.</p>")
                       .arg(text(job.title), text(job.work_for))
                       .arg(job.pieces)
                       .arg(job.setups.size() > 1 ? QString() : " Zero " + text(in_words(job.datum, job.blank)) + ".",
                            text(job.convention.in_words()));
    for (const Finding& finding : all_findings(job, plan))
        html += QStringLiteral("<p><b>%1:</b> %2 %3</p>")
                    .arg(text(in_words(finding.grade)), text(finding.sentence), text(finding.remedy));
    html += cuts_table(job) + cutters_table(job, plan);
    each_setup(job, plan, [&](const Job& there, const SetupPlan& each) {
        html += setup_part(there, each, setup_index(job, each.setup) + 1);
    });
    html += QStringLiteral("<p>Clamp the work against being spun by the drill, chuck key out, eyes covered, no gloves "
                           "or loose sleeves at the "
                           "spindle, chips with a brush. The machine maker's manual, the shop's rules, local codes and "
                           "a trained person's advice come before this sheet.</p>");
    return html;
}

Result<void> write_sheet(const Job& job, const Plan& plan, const QString& path) {
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
    return write_file_atomically(path.toStdString(), pdf.toStdString());
}

} // namespace clockface

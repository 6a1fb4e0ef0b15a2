// What the window writes for others: sheet, template, tables, drawing, report. Each asks where, and what takes long is
// made beside the window.
#include "formats/csv.h"
#include "formats/dxf.h"
#include "formats/text_file.h"
#include "report/sheet.h"
#include "report/template.h"
#include "shell/file_names.h"
#include "shell/main_window.h"
#include "words/say.h"

namespace clockface::app {

// The file dialog asks before a file is written over; of the name that only the ending makes it knows nothing.
void MainWindow::write_where(const QString& title, const QString& suggested, const QString& ending,
                             const QString& filter, const std::function<void(const QString&)>& write,
                             const std::function<QStringList(const QString&)>& files) {
    const QString chosen = m_seams.file_to_save(this, title, suggested, filter);
    if (chosen.isEmpty())
        return;
    const QString path = with_ending(chosen, ending);
    QStringList there = files ? files(path) : QStringList{path};
    there.removeAll(chosen);
    there.removeIf([](const QString& file) { return !QFileInfo::exists(file); });
    if (there.isEmpty())
        return write(path);
    tell(tr("There is a file %1 already.").arg(there.front()),
         {{tr("Write over it"), [write, path] { write(path); }}, {tr("Leave it as it is"), [] {}}});
}

void MainWindow::say_drawing(bool waiting) {
    if (waiting)
        tell(tr("The paper is being drawn …"));
}

void MainWindow::save_sheet() {
    write_where(tr("Sheet as PDF"), file_name(m_document.job()) + QStringLiteral(".pdf"), QStringLiteral(".pdf"),
                tr("PDF (*.pdf)"), [this](const QString& path) {
                    m_drawing_sheet.ask(
                        [job = m_document.job(), plan = m_document.whole_plan()] { return sheet_pdf(job, plan); },
                        [this, path](const std::string& pdf) {
                            const Result<void> kept = write_file_atomically(path.toStdString(), pdf);
                            tell(kept ? tr("The sheet is in %1.").arg(path) : q(kept.error().text()));
                        });
                });
}

void MainWindow::save_proof(const QString& ending, const std::function<std::string()>& report) {
    const bool csv = ending == QLatin1String(".csv");
    write_where(csv ? tr("Report as CSV") : tr("Report as data"), file_name(m_document.job()) + tr("-proof") + ending,
                ending, csv ? tr("CSV (*.csv)") : tr("JSON (*.json)"), [this, report](const QString& path) {
                    m_reporting.ask(report, [this, path](const std::string& text) {
                        const Result<void> kept = write_file_atomically(path.toStdString(), text);
                        tell(kept ? tr("The report is in %1.").arg(path) : q(kept.error().text()));
                    });
                });
}

void MainWindow::save_template() {
    write_where(
        tr("Template 1:1"), file_name(m_document.job()) + tr("-template.pdf"), QStringLiteral(".pdf"),
        tr("PDF (*.pdf);;SVG (*.svg)"),
        [this](const QString& path) {
            m_drawing_template.ask(
                [job = m_document.job(), plan = m_document.plan(), path] { return drawn_template(job, plan, path); },
                [this, path](const Result<DrawnTemplate>& drawn) {
                    const Result<int> pages = drawn.and_then(written);
                    tell(pages ? tr("The template is in %1, %2. Print it at 100 percent and measure both bars first.")
                                     .arg(path, q(say("{count} {count:page|pages}", {{"count", *pages}})))
                               : q(pages.error().text()));
                });
        },
        [this](const QString& path) { return template_files(m_document.job(), path); });
}

void MainWindow::save_csv(bool instructions) {
    const QString name = file_name(m_document.job()) + (instructions ? tr("-moves.csv") : tr("-holes.csv"));
    write_where(tr("Save as CSV"), name, QStringLiteral(".csv"), tr("CSV (*.csv)"),
                [this, instructions](const QString& path) {
                    const Job& job = m_document.job();
                    const Plan& plan = m_document.whole_plan();
                    const Result<void> written = write_file_atomically(
                        path.toStdString(), instructions ? instructions_csv(job, plan) : coordinates_csv(job, plan));
                    tell(written ? tr("The table is in %1.").arg(path) : q(written.error().text()));
                });
}

void MainWindow::save_dxf() {
    write_where(tr("Holes as DXF"), file_name(m_document.job()) + QStringLiteral(".dxf"), QStringLiteral(".dxf"),
                tr("DXF (*.dxf)"), [this](const QString& path) {
                    const Result<void> written =
                        dxf_of(m_document.job(), m_document.plan()).and_then([&](const std::string& text) {
                            return write_file_atomically(path.toStdString(), text);
                        });
                    tell(written ? tr("The drawing is in %1.").arg(path) : q(written.error().text()));
                });
}

} // namespace clockface::app

// The template to glue on the work: holes at their true size, their names, the edges of the blank to lay it on by, and
// a bar in each direction that proves the printer.
#pragma once

#include "job/job.h"
#include "measure/problem.h"
#include "plan/plan.h"

#include <QPointF>
#include <QRectF>
#include <QSizeF>
#include <QStringList>
#include <string>
#include <vector>

class QPainter;

namespace clockface {

/// One sheet of paper of the template; all in millimetres.
struct TemplatePage {
    QRectF part; ///< of the face that is on it: from the upper left corner of the blank, y down
    QPointF at;  ///< where that part's upper left corner stands on the paper
    int column = 0, row = 0;
};

struct TemplateSheets {
    QSizeF paper{210.0, 297.0};
    double margin = 12.0;  ///< that printers leave
    double overlap = 10.0; ///< of neighbouring sheets, to lay them on each other
    std::vector<TemplatePage> pages;
};

/// How a face is laid on sheets of A4, upright or lying, whichever takes fewer.
TemplateSheets sheets_for(const Job& job);

/// Where a hole's centre stands on a sheet, in millimetres from the paper's upper left corner.
QPointF on_paper(const Job& job, const TemplatePage& page, Point from_datum);

/// Paints one sheet; the painter counts millimetres.
void paint_template(QPainter& painter, const Job& job, const SetupPlan& plan, const TemplateSheets& sheets,
                    std::size_t page);

struct PaperFile {
    QString path;
    std::string bytes;
};
struct DrawnTemplate {
    std::vector<PaperFile> files;
    int sheets = 0;
};

/// The files write_template() would write.
QStringList template_files(const Job& job, const QString& path);

/// What would be written where; any thread may ask for it. Refuses the side of a bar, and more sheets than anybody
/// glues.
Result<DrawnTemplate> drawn_template(const Job& job, const SetupPlan& plan, const QString& path);
/// Writes what was drawn; the number of sheets.
Result<int> written(const DrawnTemplate& drawn);
/// Writes it as PDF (all sheets in one file), or as SVG (a file for each sheet, numbered from the second on) by the
/// ending of the path. Gives the number of sheets.
Result<int> write_template(const Job& job, const SetupPlan& plan, const QString& path);

} // namespace clockface

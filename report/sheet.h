// The printed sheet: holes, moves and cautions on paper, as a PDF file.
#pragma once

#include "job/job.h"
#include "measure/problem.h"
#include "plan/plan.h"

#include <QString>

namespace clockface {

/// The sheet as rich text (also what the PDF is made from).
QString sheet_html(const Job& job, const Plan& plan);

/// Writes the sheet as an A4 PDF; an old file is replaced only when the new one is whole.
Result<void> write_sheet(const Job& job, const Plan& plan, const QString& path);

} // namespace clockface

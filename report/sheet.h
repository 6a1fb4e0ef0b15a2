// The printed sheet: holes, moves and cautions on paper, as a PDF file.
#pragma once

#include "job/job.h"
#include "plan/plan.h"

#include <QString>

namespace clockface {

/// The sheet as rich text (also what the PDF is made from).
QString sheet_html(const Job& job, const Plan& plan);

/// The sheet as an A4 PDF. Any thread may ask for it.
std::string sheet_pdf(const Job& job, const Plan& plan);

} // namespace clockface

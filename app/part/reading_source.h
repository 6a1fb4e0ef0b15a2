// Where readings come from and go to: those of an old part, or of a piece that is proved. The same table and the same
// line serve both.
#pragma once

#include "job/old_part.h"
#include "measure/problem.h"
#include "survey/survey.h"

#include <QString>
#include <vector>

namespace clockface::app {

class ReadingSource {
public:
    virtual ~ReadingSource() = default;
    /// What is shown, and what is kept, which a figure that is being typed somewhere has not changed.
    [[nodiscard]] virtual const OldPart& part() const = 0;
    [[nodiscard]] virtual const OldPart& settled() const = 0;
    /// A reading held against the others.
    [[nodiscard]] virtual Leftover left_over(std::size_t row) const = 0;
    // Each is one undo step, or says why it cannot be.
    virtual Result<void> add(const QString& step, const std::vector<Reading>& readings) = 0;
    virtual Result<void> replace(const QString& step, std::size_t row, const Reading& reading) = 0;
    virtual Result<void> remove(const QString& step, std::size_t row) = 0;
};

} // namespace clockface::app

// What a sentence says of a blank in it.
#pragma once

#include "support/window.h"
#include "widgets/sentence.h"

#include <QLabel>

namespace clockface::testing {

/// The fault that stands below the line of a blank; empty when there is none.
inline QString fault_below(Window& window, const QString& blank) {
    for (QWidget* up = window.blank(blank)->parentWidget(); up; up = up->parentWidget())
        if (auto* sentence = qobject_cast<app::Sentence*>(up))
            for (QLabel* label : sentence->findChildren<QLabel*>())
                if (label->isVisible() && label->text().startsWith(QStringLiteral("▲")))
                    return label->text();
    return {};
}

} // namespace clockface::testing

#include "widgets/wrapping.h"

namespace clockface::app {

QPushButton* link_button(const QString& name, const QString& text) {
    auto* button = new Wrapping<QPushButton>(button_text(text));
    button->setObjectName(name);
    button->setProperty("link", true);
    QSizePolicy policy(QSizePolicy::Maximum, QSizePolicy::Minimum);
    policy.setHeightForWidth(true);
    button->setSizePolicy(policy);
    button->setCursor(Qt::PointingHandCursor);
    return button;
}

} // namespace clockface::app

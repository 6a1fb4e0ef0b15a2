#include "shop/drawer_picture.h"

#include "look/plain_text.h"
#include "look/words.h"
#include "measure/figures.h"

#include <QHelpEvent>
#include <QPainter>
#include <QToolTip>
#include <algorithm>
#include <set>

namespace clockface::app {

namespace {

constexpr int row_height = 44;
constexpr int top = 34;
constexpr double left = 150.0;

} // namespace

DrawerPicture::DrawerPicture(Document& document, QWidget* parent)
    : QWidget(parent)
    , m_document(document) {
    setAccessibleName(tr("the drawer: gaps are empty rings, what the open job uses is brass"));
    setFixedHeight(height_needed());
    connect(&document, &Document::changed, this, [this] {
        setFixedHeight(height_needed());
        update();
    });
}

int DrawerPicture::height_needed() const {
    return top + row_height * static_cast<int>(m_document.shop().drawer.sets.size()) + 10;
}

std::vector<DrawerPicture::Row> DrawerPicture::rows() const {
    std::set<std::string> used;
    for (const FetchLine& line : m_document.plan().cutters().lines)
        used.insert(line.cutter.name);
    std::vector<Row> out;
    int at = 0;
    for (const CutterSet& set : m_document.shop().drawer.sets) {
        // The set with and without its gaps: what is only in the first is missing.
        Drawer whole, there;
        whole.sets = {set};
        there.sets = {set};
        whole.sets[0].without.clear();
        const std::vector<Cutter> all = cutters_in(whole), owned = cutters_in(there);
        Row row{q(in_words(set.family)), {}};
        const double step = (width() - left - 14.0) / static_cast<double>(std::max<std::size_t>(all.size(), 1));
        const double middle = top + row_height * at++ + row_height / 2.0;
        Length widest = Length::mm(1.0);
        for (const Cutter& each : all)
            widest = std::max(widest, each.diameter);
        for (std::size_t i = 0; i < all.size(); ++i) {
            Place place{all[i], true, false, {}};
            place.owned =
                std::any_of(owned.begin(), owned.end(), [&](const Cutter& c) { return c.name == all[i].name; });
            place.used = used.contains(all[i].name);
            const double d = std::clamp(4.0 + 20.0 * (all[i].diameter / widest), 4.0, std::max(4.0, step - 1.0));
            place.box = QRectF(0, 0, d, d);
            place.box.moveCenter({left + step * (static_cast<double>(i) + 0.5), middle});
            row.places.push_back(place);
        }
        out.push_back(std::move(row));
    }
    return out;
}

void DrawerPicture::paintEvent(QPaintEvent*) {
    const Look& look = Look::day(); // marking blue by day and night
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setPen(Qt::NoPen);
    painter.setBrush(look.board);
    painter.drawRoundedRect(rect(), 8, 8);
    painter.setFont(type(10));
    painter.setPen(look.faint);
    painter.drawText(QRectF(14, 8, width() - 28, 20), Qt::AlignLeft | Qt::AlignVCenter,
                     tr("Brass: for the open job.  Dashed: missing from the set."));
    for (const Row& row : rows()) {
        const double y = row.places.empty() ? 0.0 : row.places.front().box.center().y();
        painter.setFont(type(10));
        painter.setPen(look.scribed);
        painter.drawText(QRectF(14, y - 12, left - 20, 24), Qt::AlignLeft | Qt::AlignVCenter, row.name);
        double last_used = -100.0, last_missing = -100.0;
        for (const Place& place : row.places) {
            painter.setPen(place.owned ? QPen(place.used ? look.brass_on_dark : look.faint, 1.0)
                                       : QPen(look.stop_on_dark, 1.2, Qt::DashLine));
            painter.setBrush(place.used ? look.brass_on_dark : look.surround);
            if (!place.owned)
                painter.setBrush(Qt::NoBrush);
            painter.drawEllipse(place.box);
            // What is used is named above its row, what is missing below, where there is room for the name.
            double& last = place.used ? last_used : last_missing;
            if ((!place.used && place.owned) || place.box.center().x() - last < 30.0)
                continue;
            last = place.box.center().x();
            painter.setFont(type(8.5, place.used));
            painter.setPen(place.used ? look.brass_on_dark : look.stop_on_dark);
            painter.drawText(QRectF(last - 24, place.used ? y - row_height / 2.0 : y + row_height / 2.0 - 14, 48, 14),
                             Qt::AlignCenter, q(place.cutter.size));
        }
    }
}

bool DrawerPicture::event(QEvent* event) {
    if (event->type() != QEvent::ToolTip)
        return QWidget::event(event);
    const auto* help = static_cast<QHelpEvent*>(event);
    for (const Row& row : rows())
        for (const Place& place : row.places)
            if (place.box.adjusted(-2, -6, 2, 6).contains(help->pos())) {
                QToolTip::showText(
                    help->globalPos(),
                    plain_tip(tr("%1, %2%3")
                                  .arg(q(place.cutter.name), q(with_unit(place.cutter.actual(), Unit::Millimetre)),
                                       place.owned ? QString() : tr(", missing"))));
                return true;
            }
    QToolTip::hideText();
    return true;
}

} // namespace clockface::app

#include "slips/hole_table.h"

#include "layout/copies.h"
#include "look/plain_text.h"
#include "look/words.h"
#include "measure/figures.h"
#include "measure/shop_number.h"

#include <algorithm>

namespace clockface::app {

HoleTable::HoleTable(Document& document, QObject* parent)
    : QAbstractTableModel(parent)
    , m_document(document) {}

void HoleTable::show_pattern(const std::string& name) {
    m_pattern = name;
    refresh();
}

void HoleTable::refresh() {
    const Job& job = m_document.job();
    std::vector<Hole> holes;
    for (const Hole& hole : m_document.plan().holes)
        if (m_pattern.empty() || job.patterns[hole.pattern].name == m_pattern)
            holes.push_back(hole);
    const bool same_names = std::equal(holes.begin(), holes.end(), m_holes.begin(), m_holes.end(),
                                       [](const Hole& a, const Hole& b) { return a.name == b.name; });
    if (!same_names)
        beginResetModel();
    m_holes = std::move(holes);
    m_datum = job.datum;
    m_on_side = job.blank.on_side();
    m_angles.clear();
    for (const Hole& hole : m_holes)
        m_angles.push_back(hole.bar ? in_degrees(job.convention.figure_of(as_seen(job, hole.bar->bearing)))
                                    : std::string());
    m_unit = job.unit;
    m_centres.clear();
    for (const Pattern& pattern : job.patterns) {
        m_centres.push_back(centre_of(pattern.layout).value_or(Point{}));
    }
    if (!same_names) {
        endResetModel();
    } else if (!m_holes.empty()) {
        emit dataChanged(index(0, 0), index(rowCount() - 1, columnCount() - 1));
    }
    emit headerDataChanged(Qt::Horizontal, 0, 3);
}

const Hole* HoleTable::hole_at(int row) const {
    return row >= 0 && row < rowCount() ? &m_holes[static_cast<std::size_t>(row)] : nullptr;
}

int HoleTable::row_of(const std::string& hole) const {
    const auto found = std::find_if(m_holes.begin(), m_holes.end(), [&](const Hole& h) { return h.name == hole; });
    return found == m_holes.end() ? -1 : static_cast<int>(found - m_holes.begin());
}

int HoleTable::rowCount(const QModelIndex& parent) const {
    return parent.isValid() ? 0 : static_cast<int>(m_holes.size());
}
int HoleTable::columnCount(const QModelIndex& parent) const {
    return parent.isValid() ? 0 : 4;
}

QVariant HoleTable::data(const QModelIndex& index, int role) const {
    const Hole* hole = hole_at(index.row());
    if (!hole)
        return {};
    if (role == Qt::TextAlignmentRole && index.column() > 0)
        return QVariant(Qt::AlignRight | Qt::AlignVCenter);
    if (role == Qt::ToolTipRole) {
        const Hole* before = hole_at(index.row() - 1);
        if (!before)
            return tr("From zero, absolute");
        const Point step = as_drawn(m_datum, hole->at - before->at);
        return plain_tip(tr("From zero, absolute. From %1, incremental: X %2, Y %3")
                             .arg(q(before->name), q(column_figure(step.x, m_unit)), q(column_figure(step.y, m_unit))));
    }
    if (role != Qt::DisplayRole && role != Qt::EditRole)
        return {};
    const Point drawn = as_drawn(m_datum, hole->at);
    switch (index.column()) {
    case 0:
        return QString::fromStdString(hole->name);
    case 1:
        return QString::fromStdString(column_figure(drawn.x, m_unit));
    case 2:
        return QString::fromStdString(column_figure(drawn.y, m_unit));
    case 3:
        if (m_on_side)
            return QString::fromStdString(m_angles[static_cast<std::size_t>(index.row())]);
        return QString::fromStdString(clock_time(bearing_of(m_centres[hole->pattern], hole->at)));
    default:
        return {};
    }
}

Qt::ItemFlags HoleTable::flags(const QModelIndex& index) const {
    const Qt::ItemFlags usual = QAbstractTableModel::flags(index);
    const bool figure = index.column() == 1 || index.column() == 2;
    return figure && !m_on_side ? usual | Qt::ItemIsEditable : usual;
}

bool HoleTable::setData(const QModelIndex& index, const QVariant& value, int role) {
    const Hole* hole = hole_at(index.row());
    if (!hole || role != Qt::EditRole || (index.column() != 1 && index.column() != 2))
        return false;
    const Result<ReadLength> read = read_length(value.toString().trimmed().toStdString(), m_unit);
    if (!read) {
        emit refused(QString::fromStdString(read.error().sentence));
        return false;
    }
    Point drawn = as_drawn(m_datum, hole->at);
    Length& figure = index.column() == 1 ? drawn.x : drawn.y;
    if (column_figure(figure, m_unit) == column_figure(read->value, m_unit))
        return false; // as it was shown
    figure = read->value;
    Job next = m_document.settled();
    move_hole(next, *hole, from_drawn(m_datum, drawn));
    const Result<void> kept = m_document.edit(tr("moving %1").arg(QString::fromStdString(hole->name)), next);
    if (!kept)
        emit refused(QString::fromStdString(kept.error().sentence));
    return kept.has_value();
}

QVariant HoleTable::headerData(int section, Qt::Orientation orientation, int role) const {
    if (orientation != Qt::Horizontal)
        return {};
    if (role == Qt::TextAlignmentRole)
        return QVariant((section == 0 ? Qt::AlignLeft : Qt::AlignRight) | Qt::AlignVCenter);
    if (role != Qt::DisplayRole)
        return {};
    const QString unit = QString::fromStdString(unit_name(m_unit));
    const QString names[] = {tr("hole"), tr("X, %1").arg(unit),
                             m_on_side ? tr("round, %1").arg(unit) : tr("Y, %1").arg(unit),
                             m_on_side ? tr("angle") : tr("clock")};
    return section >= 0 && section < 4 ? names[section] : QVariant();
}

} // namespace clockface::app

#include "slips/hole_table.h"

#include "measure/figures.h"

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
    m_unit = job.unit;
    m_centres.clear();
    for (const Pattern& pattern : job.patterns) {
        const bool round = is_round(pattern.layout);
        m_centres.push_back(round ? anchor_of(pattern.layout) : Point{});
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
    if (role != Qt::DisplayRole)
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
        return QString::fromStdString(clock_time(bearing_of(m_centres[hole->pattern], hole->at)));
    default:
        return {};
    }
}

QVariant HoleTable::headerData(int section, Qt::Orientation orientation, int role) const {
    if (orientation != Qt::Horizontal)
        return {};
    if (role == Qt::TextAlignmentRole)
        return QVariant((section == 0 ? Qt::AlignLeft : Qt::AlignRight) | Qt::AlignVCenter);
    if (role != Qt::DisplayRole)
        return {};
    const QString unit = QString::fromStdString(unit_name(m_unit));
    const QString names[] = {tr("hole"), tr("X, %1").arg(unit), tr("Y, %1").arg(unit), tr("clock")};
    return section >= 0 && section < 4 ? names[section] : QVariant();
}

} // namespace clockface::app

#include "part/reading_table.h"

#include "look/plain_text.h"
#include "look/words.h"
#include "measure/figures.h"
#include "survey/part_text.h"

#include <QStringList>
#include <cmath>

namespace clockface::app {

namespace {

bool is_angle(ReadingKind kind) {
    return kind == ReadingKind::AngleAt || kind == ReadingKind::Square;
}

QString shown_figure(const Reading& reading, Unit unit) {
    if (reading.kind == ReadingKind::AngleAt)
        return q(in_degrees(reading.angle, 2));
    if (!reads_length(reading.kind))
        return QObject::tr("as said");
    return q(decimal(reading.length.in(unit), unit == Unit::Inch ? 4 : 2));
}

QString shown_leftover(const Leftover& left, ReadingKind kind, Unit unit) {
    if (is_angle(kind))
        return q(decimal(left.leftover, 2, Sign::Always)) + QStringLiteral("°");
    return q(decimal(left.leftover / millimetres_in(unit), unit == Unit::Inch ? 4 : 3, Sign::Always));
}

QString shown_names(const Reading& reading) {
    QStringList names;
    for (const std::string& each : reading.between)
        names << q(each);
    return names.join(QStringLiteral("  "));
}

} // namespace

ReadingTable::ReadingTable(ReadingSource& source, QObject* parent)
    : QAbstractTableModel(parent)
    , m_source(source)
    , m_rows(static_cast<int>(source.part().readings.size())) {}

void ReadingTable::follow() {
    const int rows = static_cast<int>(m_source.part().readings.size());
    if (rows > m_rows) {
        beginInsertRows({}, m_rows, rows - 1);
        m_rows = rows;
        endInsertRows();
    } else if (rows < m_rows) {
        beginRemoveRows({}, rows, m_rows - 1);
        m_rows = rows;
        endRemoveRows();
    }
    if (rows > 0)
        emit dataChanged(index(0, 0), index(rows - 1, columns - 1));
}

int ReadingTable::rowCount(const QModelIndex& parent) const {
    return parent.isValid() ? 0 : m_rows;
}

int ReadingTable::columnCount(const QModelIndex& parent) const {
    return parent.isValid() ? 0 : columns;
}

QVariant ReadingTable::data(const QModelIndex& index, int role) const {
    const OldPart& part = m_source.part();
    if (!index.isValid() || static_cast<std::size_t>(index.row()) >= part.readings.size())
        return {};
    const auto row = static_cast<std::size_t>(index.row());
    const Reading& reading = part.readings[row];
    const Leftover left = m_source.left_over(row);
    if (role == Qt::TextAlignmentRole)
        return int(index.column() >= Figure || index.column() == Number ? Qt::AlignRight | Qt::AlignVCenter
                                                                        : Qt::AlignLeft | Qt::AlignVCenter);
    if (role == Qt::ToolTipRole)
        return plain_tip(q(left.doubt.empty() ? correction_in_words(reading.kind) : left.doubt));
    if (role != Qt::DisplayRole && role != Qt::EditRole && role != Qt::AccessibleTextRole)
        return {};
    switch (index.column()) {
    case Number:
        return left.doubt.empty() ? QString::number(index.row() + 1) : tr("? %1").arg(index.row() + 1);
    case Kind:
        return role == Qt::EditRole ? q(word_of(reading.kind)) : q(kind_in_words(reading.kind));
    case Between:
        return shown_names(reading);
    case Figure:
        return shown_figure(reading, part.unit);
    default:
        break;
    }
    if (reading.struck)
        return tr("struck out");
    if (!left.used && !left.set_aside)
        return QStringLiteral("–");
    return left.set_aside ? tr("%1 aside").arg(shown_leftover(left, reading.kind, part.unit))
                          : shown_leftover(left, reading.kind, part.unit);
}

QVariant ReadingTable::headerData(int section, Qt::Orientation orientation, int role) const {
    if (orientation != Qt::Horizontal || role != Qt::DisplayRole)
        return {};
    const Unit unit = m_source.part().unit;
    const QString names[] = {tr("No"), tr("Kind"), tr("Between"), q(unit_name(unit)), tr("Left over")};
    return names[section];
}

Qt::ItemFlags ReadingTable::flags(const QModelIndex& index) const {
    Qt::ItemFlags out = Qt::ItemIsSelectable | Qt::ItemIsEnabled;
    if (index.column() >= Kind && index.column() <= Figure)
        out |= Qt::ItemIsEditable;
    return out;
}

void ReadingTable::told(const Result<void>& kept) {
    if (!kept)
        emit refused(q(kept.error().text()));
}

bool ReadingTable::setData(const QModelIndex& index, const QVariant& value, int role) {
    const OldPart& part = m_source.settled();
    const auto row = static_cast<std::size_t>(index.row());
    if (role != Qt::EditRole || row >= part.readings.size())
        return false;
    // The whole reading is read again with the one field changed, so that all is checked together.
    const Reading& old = part.readings[row];
    const QString text = value.toString().trimmed();
    const bool figure_read = has_figure(old.kind);
    QString figure = figure_read ? data(this->index(index.row(), Figure), Qt::EditRole).toString() : QString();
    if (reads_length(old.kind)) // exactly, unless it is this that is typed over
        figure = QStringLiteral("%1mm").arg(old.length.in_mm(), 0, 'g', 15);
    QString line = index.column() == Kind ? text : q(word_of(old.kind));
    line += QLatin1Char(' ') + (index.column() == Between ? text : shown_names(old));
    line += QLatin1Char(' ') + (index.column() == Figure ? text : figure);
    Result<Reading> read = read_reading(line.toStdString(), part);
    if (!read) {
        emit refused(tr("Reading %1: %2 It stays as it was.").arg(index.row() + 1).arg(q(read.error().sentence)));
        return false;
    }
    read->with = old.with;
    told(m_source.replace(tr("change of a reading"), row, *read));
    return true;
}

Result<int> ReadingTable::add_lines(const QString& text) {
    std::vector<Reading> added;
    const QStringList lines = text.split(QLatin1Char('\n'));
    for (int i = 0; i < lines.size(); ++i) {
        if (lines[i].trimmed().isEmpty())
            continue;
        Result<Reading> read = read_reading(lines[i].trimmed().toStdString(), m_source.settled());
        if (!read) {
            const std::string place = lines.size() > 1 ? tr("Line %1").arg(i + 1).toStdString() : std::string();
            return problem(place, read.error().sentence);
        }
        added.push_back(std::move(*read));
    }
    if (added.empty())
        return problem({}, tr("There is no reading in this text.").toStdString());
    const int count = static_cast<int>(added.size());
    return m_source.add(count == 1 ? tr("a reading") : tr("%1 readings").arg(count), added).map([&] { return count; });
}

void ReadingTable::strike(int row) {
    const auto& readings = m_source.settled().readings;
    if (row < 0 || static_cast<std::size_t>(row) >= readings.size())
        return;
    Reading next = readings[static_cast<std::size_t>(row)];
    next.struck = !next.struck;
    told(m_source.replace(next.struck ? tr("striking out a reading") : tr("taking a reading in again"),
                          static_cast<std::size_t>(row), next));
}

void ReadingTable::remove(int row) {
    if (row >= 0 && static_cast<std::size_t>(row) < m_source.settled().readings.size())
        told(m_source.remove(tr("taking a reading away"), static_cast<std::size_t>(row)));
}

} // namespace clockface::app

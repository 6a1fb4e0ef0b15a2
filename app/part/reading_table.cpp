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

ReadingTable::ReadingTable(Document& document, QObject* parent)
    : QAbstractTableModel(parent)
    , m_document(document)
    , m_rows(static_cast<int>(document.job().old_part.readings.size())) {
    connect(&document, &Document::changed, this, &ReadingTable::follow);
}

void ReadingTable::follow() {
    const int rows = static_cast<int>(m_document.job().old_part.readings.size());
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
    const OldPart& part = m_document.job().old_part;
    if (!index.isValid() || static_cast<std::size_t>(index.row()) >= part.readings.size())
        return {};
    const auto row = static_cast<std::size_t>(index.row());
    const Reading& reading = part.readings[row];
    const Leftover& left = m_document.survey().readings[row];
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
    const Unit unit = m_document.job().old_part.unit;
    const QString names[] = {tr("No"), tr("Kind"), tr("Between"), q(unit_name(unit)), tr("Left over")};
    return names[section];
}

Qt::ItemFlags ReadingTable::flags(const QModelIndex& index) const {
    Qt::ItemFlags out = Qt::ItemIsSelectable | Qt::ItemIsEnabled;
    if (index.column() >= Kind && index.column() <= Figure)
        out |= Qt::ItemIsEditable;
    return out;
}

void ReadingTable::keep(const QString& step, const Job& next) {
    if (const auto kept = m_document.edit(step, next); !kept)
        emit refused(q(kept.error().text()));
}

bool ReadingTable::setData(const QModelIndex& index, const QVariant& value, int role) {
    const OldPart& part = m_document.settled().old_part;
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
    Job next = m_document.settled();
    next.old_part.readings[row] = *read;
    keep(tr("change of a reading"), next);
    return true;
}

Result<int> ReadingTable::add_lines(const QString& text) {
    Job next = m_document.settled();
    int added = 0;
    const QStringList lines = text.split(QLatin1Char('\n'));
    for (int i = 0; i < lines.size(); ++i) {
        if (lines[i].trimmed().isEmpty())
            continue;
        Result<Reading> read = read_reading(lines[i].trimmed().toStdString(), next.old_part);
        if (!read) {
            const std::string place = lines.size() > 1 ? tr("Line %1").arg(i + 1).toStdString() : std::string();
            return problem(place, read.error().sentence);
        }
        next.old_part.readings.push_back(std::move(*read));
        ++added;
    }
    if (added == 0)
        return problem({}, tr("There is no reading in this text.").toStdString());
    return m_document.edit(added == 1 ? tr("a reading") : tr("%1 readings").arg(added), next).map([&] {
        return added;
    });
}

void ReadingTable::strike(int row) {
    Job next = m_document.settled();
    if (row < 0 || static_cast<std::size_t>(row) >= next.old_part.readings.size())
        return;
    bool& struck = next.old_part.readings[static_cast<std::size_t>(row)].struck;
    struck = !struck;
    keep(struck ? tr("striking out a reading") : tr("taking a reading in again"), next);
}

void ReadingTable::remove(int row) {
    Job next = m_document.settled();
    if (row < 0 || static_cast<std::size_t>(row) >= next.old_part.readings.size())
        return;
    next.old_part.readings.erase(next.old_part.readings.begin() + row);
    keep(tr("taking a reading away"), next);
}

} // namespace clockface::app

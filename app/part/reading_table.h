// The readings as a table: what was measured, between what, the figure, and what is left over of it.
#pragma once

#include "document/document.h"
#include "part/reading_source.h"

#include <QAbstractTableModel>

namespace clockface::app {

class ReadingTable : public QAbstractTableModel {
    Q_OBJECT
public:
    enum Column { Number, Kind, Between, Figure, LeftOver, columns };

    explicit ReadingTable(ReadingSource& source, QObject* parent = nullptr);

    [[nodiscard]] int rowCount(const QModelIndex& parent = {}) const override;
    [[nodiscard]] int columnCount(const QModelIndex& parent = {}) const override;
    [[nodiscard]] QVariant data(const QModelIndex& index, int role) const override;
    [[nodiscard]] QVariant headerData(int section, Qt::Orientation orientation, int role) const override;
    /// Kind, names and figure can be typed over.
    [[nodiscard]] Qt::ItemFlags flags(const QModelIndex& index) const override;
    bool setData(const QModelIndex& index, const QVariant& value, int role) override;

    /// Adds the lines of a text (typed, or pasted from a spreadsheet) as readings, in one step. What cannot be read is
    /// said with its line, and nothing is added then. The number of readings added, or the refusal.
    Result<int> add_lines(const QString& text);
    /// Strikes a reading out, or takes it in again; takes it away altogether.
    void strike(int row);
    void remove(int row);
    /// What is read has changed.
    void follow();

signals:
    void refused(const QString& sentence);

private:
    ReadingSource& m_source;
    int m_rows = 0;
    void told(const Result<void>& kept);
};

} // namespace clockface::app

// The holes of one pattern (or of all) as a table: name, X, Y, clock.
#pragma once

#include "document/document.h"

#include <QAbstractTableModel>
#include <string>
#include <vector>

namespace clockface::app {

class HoleTable : public QAbstractTableModel {
    Q_OBJECT
public:
    explicit HoleTable(Document& document, QObject* parent = nullptr);

    /// Shows the holes of this pattern as the plan has them now; all of them for an empty name.
    void show_pattern(const std::string& name);
    [[nodiscard]] const Hole* hole_at(int row) const;
    [[nodiscard]] int row_of(const std::string& hole) const;

    [[nodiscard]] int rowCount(const QModelIndex& parent = {}) const override;
    [[nodiscard]] int columnCount(const QModelIndex& parent = {}) const override;
    [[nodiscard]] QVariant data(const QModelIndex& index, int role) const override;
    /// X and Y can be typed over: the hole then stands off its place in the pattern (a place of its own simply moves).
    [[nodiscard]] Qt::ItemFlags flags(const QModelIndex& index) const override;
    bool setData(const QModelIndex& index, const QVariant& value, int role) override;
    [[nodiscard]] QVariant headerData(int section, Qt::Orientation orientation, int role) const override;

signals:
    /// Why what was typed cannot be.
    void refused(const QString& sentence);

private:
    Document& m_document;
    std::string m_pattern;
    std::vector<Hole> m_holes;
    Datum m_datum;
    Unit m_unit = Unit::Millimetre;
    std::vector<Point> m_centres;      // of each pattern of the job, for the clock times
    std::vector<std::string> m_angles; // of holes in the side of a bar
    bool m_on_side = false;

    void refresh();
};

} // namespace clockface::app

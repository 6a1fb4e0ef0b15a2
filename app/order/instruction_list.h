// The instruction list in words, made line by line as it is looked at.
#pragma once

#include "document/document.h"

#include <QAbstractListModel>

namespace clockface::app {

class InstructionList : public QAbstractListModel {
    Q_OBJECT
public:
    explicit InstructionList(Document& document, QObject* parent = nullptr)
        : QAbstractListModel(parent)
        , m_document(document) {}

    /// Takes the plan's list as it is now.
    void refresh();
    [[nodiscard]] QString why(int row) const;
    /// The hole the line serves, or -1.
    [[nodiscard]] int hole_of(int row) const;

    [[nodiscard]] int rowCount(const QModelIndex& parent = {}) const override { return parent.isValid() ? 0 : m_rows; }
    [[nodiscard]] QVariant data(const QModelIndex& index, int role) const override;

private:
    Document& m_document;
    int m_rows = 0;
    std::string m_list; // fingerprint shown

    [[nodiscard]] const Instruction* at(int row) const;
};

} // namespace clockface::app

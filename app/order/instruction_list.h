// The instruction list in words, made line by line as it is looked at: grouped by cutter, and under each cutter by
// hole. What is at hand is open; a heading opens and closes what stands under it.
#pragma once

#include "document/document.h"

#include <QAbstractListModel>
#include <set>
#include <vector>

namespace clockface::app {

class InstructionList : public QAbstractListModel {
    Q_OBJECT
public:
    explicit InstructionList(Document& document, QObject* parent = nullptr)
        : QAbstractListModel(parent)
        , m_document(document) {}

    /// Takes the plan's list as it is now; where it has changed, or another move is at hand, opens what that stands in.
    void refresh();
    /// The move in a row, or -1 for a heading.
    [[nodiscard]] int move_of(int row) const;
    /// Opens what a move stands in and returns its row; -1 where there is no such move.
    int show(int move);
    /// Opens or closes what stands under a heading; nothing for a move.
    void toggle(int row);
    /// Opens everything.
    void open_all();
    [[nodiscard]] QString why(int row) const;
    /// The hole the line serves, or -1.
    [[nodiscard]] int hole_of(int row) const;

    [[nodiscard]] int rowCount(const QModelIndex& parent = {}) const override {
        return parent.isValid() ? 0 : static_cast<int>(m_rows.size());
    }
    [[nodiscard]] QVariant data(const QModelIndex& index, int role) const override;

private:
    // A run of moves with one cutter, or within it at one hole.
    struct Group {
        int first = 0, last = 0; // moves
        int level = 0;           // 0: a cutter, 1: a hole
    };
    struct Row {
        int group = -1; // of a heading
        int move = -1;
    };

    Document& m_document;
    std::vector<Group> m_groups; // each cutter's before those of its holes
    std::set<int> m_open;        // by the first move of a group, times two, plus its level
    std::vector<Row> m_rows;
    std::string m_list; // fingerprint shown
    int m_moves = 0, m_at_hand = -1;

    [[nodiscard]] const Instruction* at(int move) const;
    static int key(const Group& group) { return group.first * 2 + group.level; }
    [[nodiscard]] bool is_open(const Group& group) const { return m_open.contains(key(group)); }
    void find_groups();
    bool open_for(int move);
    void fill_rows();
    [[nodiscard]] QString heading(const Group& group) const;
    [[nodiscard]] bool is_done(const Group& group) const;
};

} // namespace clockface::app

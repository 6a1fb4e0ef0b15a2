#include "order/instruction_list.h"

#include "look/words.h"
#include "measure/figures.h"
#include "ordering/wording.h"
#include "ordering/work_wording.h"

#include <QFont>
#include <algorithm>

namespace clockface::app {

namespace {

// So few moves are seen at a glance: nothing is folded.
constexpr int few_moves = 14;

} // namespace

void InstructionList::refresh() {
    const SetupPlan& plan = m_document.plan();
    const bool changed = plan.fingerprint != m_list || m_moves != static_cast<int>(plan.route.list.size());
    const int at_hand = m_document.move_at_hand();
    if (!changed && at_hand == m_at_hand) {
        if (!m_rows.empty())
            emit dataChanged(index(0), index(rowCount() - 1));
        return;
    }
    beginResetModel();
    if (changed) {
        m_list = plan.fingerprint;
        m_moves = static_cast<int>(plan.route.list.size());
        m_open.clear();
        find_groups();
        if (m_moves <= few_moves)
            for (const Group& group : m_groups)
                m_open.insert(key(group));
    }
    m_at_hand = at_hand;
    open_for(std::min(at_hand, m_moves - 1));
    fill_rows();
    endResetModel();
}

// A cutter's group begins where it is put in, a hole's where the moves begin to serve it. What is done once (before the
// first cutter) stands in a group of its own, and what is left for the hands.
void InstructionList::find_groups() {
    m_groups.clear();
    const auto& list = m_document.plan().route.list;
    for (int first = 0; first < m_moves;) {
        const auto is_by_hand = [&](int move) {
            return std::holds_alternative<WorkByHand>(list[static_cast<std::size_t>(move)].action);
        };
        int last = first;
        while (last + 1 < m_moves && is_by_hand(last + 1) == is_by_hand(first) &&
               !std::holds_alternative<ChangeCutter>(list[static_cast<std::size_t>(last) + 1].action))
            ++last;
        m_groups.push_back({first, last, 0});
        for (int from = first; from <= last;) {
            int to = from;
            while (to + 1 <= last &&
                   list[static_cast<std::size_t>(to) + 1].hole == list[static_cast<std::size_t>(from)].hole)
                ++to;
            if (to > from && list[static_cast<std::size_t>(from)].hole >= 0)
                m_groups.push_back({from, to, 1});
            from = to + 1;
        }
        first = last + 1;
    }
}

bool InstructionList::open_for(int move) {
    bool opened = false;
    for (const Group& group : m_groups)
        if (move >= group.first && move <= group.last)
            opened = m_open.insert(key(group)).second || opened;
    return opened;
}

void InstructionList::fill_rows() {
    m_rows.clear();
    for (std::size_t i = 0; i < m_groups.size();) {
        const Group& cutter = m_groups[i];
        m_rows.push_back({static_cast<int>(i), -1});
        std::size_t next = i + 1;
        for (int move = cutter.first; move <= cutter.last;) {
            const bool holes = next < m_groups.size() && m_groups[next].level == 1 && m_groups[next].first == move;
            const int last = holes ? m_groups[next].last : move;
            if (is_open(cutter)) {
                if (holes)
                    m_rows.push_back({static_cast<int>(next), -1});
                if (!holes || is_open(m_groups[next]))
                    for (int each = move; each <= last; ++each)
                        m_rows.push_back({-1, each});
            }
            next += holes;
            move = last + 1;
        }
        i = next;
    }
}

int InstructionList::move_of(int row) const {
    return row >= 0 && row < rowCount() ? m_rows[static_cast<std::size_t>(row)].move : -1;
}

int InstructionList::show(int move) {
    if (open_for(move)) {
        beginResetModel();
        fill_rows();
        endResetModel();
    }
    const auto found = std::find_if(m_rows.begin(), m_rows.end(), [&](const Row& row) { return row.move == move; });
    return found == m_rows.end() ? -1 : static_cast<int>(found - m_rows.begin());
}

void InstructionList::toggle(int row) {
    if (row < 0 || row >= rowCount() || m_rows[static_cast<std::size_t>(row)].group < 0)
        return;
    const int which = key(m_groups[static_cast<std::size_t>(m_rows[static_cast<std::size_t>(row)].group)]);
    beginResetModel();
    if (m_open.erase(which) == 0)
        m_open.insert(which);
    fill_rows();
    endResetModel();
}

void InstructionList::open_all() {
    beginResetModel();
    for (const Group& group : m_groups)
        m_open.insert(key(group));
    fill_rows();
    endResetModel();
}

const Instruction* InstructionList::at(int move) const {
    // The view may ask before it has been told of another list: then nothing stands there.
    const SetupPlan& plan = m_document.plan();
    return move >= 0 && move < m_moves && plan.fingerprint == m_list ? &plan.route.list[static_cast<std::size_t>(move)]
                                                                     : nullptr;
}

QString InstructionList::why(int row) const {
    const Instruction* instruction = at(move_of(row));
    const SetupPlan& plan = m_document.plan();
    return instruction ? q(in_words(*instruction, words_for(m_document.job(), plan)).why) : QString();
}

int InstructionList::hole_of(int row) const {
    if (row < 0 || row >= rowCount())
        return -1;
    const Row& here = m_rows[static_cast<std::size_t>(row)];
    if (here.group >= 0 && m_groups[static_cast<std::size_t>(here.group)].level == 0)
        return -1;
    const Instruction* instruction =
        at(here.group >= 0 ? m_groups[static_cast<std::size_t>(here.group)].first : here.move);
    return instruction ? instruction->hole : -1;
}

// "4.2 mm drill: A1 to A7, moves 12 to 40"; "A3, moves 20 to 23".
QString InstructionList::heading(const Group& group) const {
    const SetupPlan& plan = m_document.plan();
    if (!at(group.first))
        return {};
    const WordingNeeds needs = words_for(m_document.job(), plan);
    const auto& list = plan.route.list;
    QString name;
    if (group.level == 1) {
        name = q(plan.holes[static_cast<std::size_t>(list[static_cast<std::size_t>(group.first)].hole)].name);
    } else {
        std::set<int> holes;
        for (int move = group.first; move <= group.last; ++move)
            if (list[static_cast<std::size_t>(move)].hole >= 0 &&
                std::holds_alternative<DrillHole>(list[static_cast<std::size_t>(move)].action))
                holes.insert(list[static_cast<std::size_t>(move)].hole);
        const auto* change = std::get_if<ChangeCutter>(&list[static_cast<std::size_t>(group.first)].action);
        const bool known =
            change && change->cutter >= 0 && change->cutter < static_cast<int>(plan.cutters().lines.size());
        const bool by_hand = std::holds_alternative<WorkByHand>(list[static_cast<std::size_t>(group.first)].action);
        if (by_hand)
            name = tr("By hand");
        else if (known)
            name = q(plan.cutters().lines[static_cast<std::size_t>(change->cutter)].cutter.name);
        else if (holes.empty())
            name = tr("To begin with");
        else
            name = tr("The work");
        if (!holes.empty())
            name += QStringLiteral(": ") + q(hole_runs({holes.begin(), holes.end()}, needs));
    }
    return group.first == group.last ? tr("%1, move %2").arg(name).arg(group.first + 1)
                                     : tr("%1, moves %2 to %3").arg(name).arg(group.first + 1).arg(group.last + 1);
}

bool InstructionList::is_done(const Group& group) const {
    const std::vector<bool>& behind = m_document.moves_done();
    return std::all_of(behind.begin() + group.first, behind.begin() + group.last + 1, [](bool done) { return done; });
}

QVariant InstructionList::data(const QModelIndex& index, int role) const {
    if (!index.isValid() || index.row() >= rowCount() ||
        (role != Qt::DisplayRole && role != Qt::AccessibleTextRole && role != Qt::FontRole))
        return {};
    const Row& row = m_rows[static_cast<std::size_t>(index.row())];
    if (row.group >= 0) {
        const Group& group = m_groups[static_cast<std::size_t>(row.group)];
        if (role == Qt::FontRole) {
            QFont font;
            font.setBold(group.level == 0);
            return group.level == 0 ? QVariant(font) : QVariant();
        }
        if (role == Qt::AccessibleTextRole)
            return tr("%1, %2").arg(heading(group), is_open(group) ? tr("open") : tr("closed"));
        const QString done = is_done(group) ? QStringLiteral("✓ ") : QString();
        return (group.level == 1 ? QStringLiteral("    ") : QString()) +
               (is_open(group) ? QStringLiteral("▼ ") : QStringLiteral("▶ ")) + done + heading(group);
    }
    const Instruction* instruction = at(row.move);
    if (!instruction || role == Qt::FontRole)
        return {};
    const QString mark = m_document.moves_done()[static_cast<std::size_t>(row.move)] ? QStringLiteral("✓ ") : QString();
    return QStringLiteral("%1%2  %3")
        .arg(mark)
        .arg(row.move + 1)
        .arg(q(in_words(*instruction, words_for(m_document.job(), m_document.plan())).sentence));
}

} // namespace clockface::app

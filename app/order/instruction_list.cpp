#include "order/instruction_list.h"

#include "ordering/wording.h"

namespace clockface::app {

void InstructionList::refresh() {
    const Plan& plan = m_document.plan();
    if (plan.fingerprint == m_list && m_rows == static_cast<int>(plan.route.list.size())) {
        if (m_rows > 0)
            emit dataChanged(index(0), index(m_rows - 1));
        return;
    }
    beginResetModel();
    m_list = plan.fingerprint;
    m_rows = static_cast<int>(plan.route.list.size());
    endResetModel();
}

const Instruction* InstructionList::at(int row) const {
    const auto& list = m_document.plan().route.list;
    return row >= 0 && row < m_rows && row < static_cast<int>(list.size()) ? &list[static_cast<std::size_t>(row)]
                                                                           : nullptr;
}

QString InstructionList::why(int row) const {
    const Instruction* instruction = at(row);
    const Plan& plan = m_document.plan();
    return instruction ? QString::fromStdString(in_words(*instruction, words_for(m_document.job(), plan)).why)
                       : QString();
}

int InstructionList::hole_of(int row) const {
    const Instruction* instruction = at(row);
    return instruction ? instruction->hole : -1;
}

QVariant InstructionList::data(const QModelIndex& index, int role) const {
    const Instruction* instruction = at(index.row());
    if (!instruction || role != Qt::DisplayRole)
        return {};
    const Plan& plan = m_document.plan();
    const QString mark = index.row() < m_document.done() ? QStringLiteral("✓ ") : QString();
    return QStringLiteral("%1%2  %3")
        .arg(mark)
        .arg(index.row() + 1)
        .arg(QString::fromStdString(in_words(*instruction, words_for(m_document.job(), plan)).sentence));
}

} // namespace clockface::app

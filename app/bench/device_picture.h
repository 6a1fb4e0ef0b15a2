// The dial, table, readout, gauge or punch of one move, drawn as it must look when the move is done.
#pragma once

#include "look/look.h"
#include "plan/plan.h"

#include <QPainter>
#include <QWidget>
#include <optional>

namespace clockface::app {

class DevicePicture : public QWidget {
    Q_OBJECT
public:
    explicit DevicePicture(QWidget* parent = nullptr);
    void set_look(const Look& look);
    /// The plan is of the set-up the job has at hand. Both must outlive what is shown.
    void show_move(const Job& job, const SetupPlan& plan, const Instruction& move);

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    const Job* m_job = nullptr;
    const SetupPlan* m_plan = nullptr;
    const Look* m_look = &Look::day();
    std::optional<Instruction> m_move;
};

} // namespace clockface::app

// The readout of the machine at hand, followed at the Bench: it says how far the next place is, and notices what a hand
// does not.
#pragma once

#include "bench/follow.h"
#include "bench/seen_otherwise.h"
#include "document/document.h"
#include "readout/port_reader.h"

#include <QObject>
#include <optional>

namespace clockface::app {

class LiveBench : public QObject {
    Q_OBJECT
public:
    explicit LiveBench(Document& document, QObject* parent = nullptr);

    /// Follows what is at hand in this list; the port is opened where the machine has one.
    void follow(const Job& job, const SetupPlan& plan, const BenchState& state);
    /// Lets go of the port.
    void stop();

    /// The machine talks: there is something to show.
    [[nodiscard]] bool talks() const { return m_port.is_open(); }
    /// What is wanted at the place at hand; nothing where there is none.
    [[nodiscard]] const std::optional<ExpectedShow>& wanted() const { return m_wanted; }
    [[nodiscard]] Followed followed() const;
    /// What the readout shows, as far as it is to be trusted.
    [[nodiscard]] std::optional<Point> shown() const { return m_now.shown; }
    /// What is to be said of it: a trouble, a mistake, or how it stands.
    [[nodiscard]] QString sentence() const;
    /// Whether that is said of something wrong.
    [[nodiscard]] bool warns() const;
    [[nodiscard]] Unit unit() const { return m_unit; }
    /// How the axes come, where that is not as the shop says.
    [[nodiscard]] const std::optional<AxesOnLine>& axes_seen_otherwise() const { return m_axes; }
    /// From now on the line is read as it was seen.
    void read_axes_so();
    /// The place at hand is said to be reached: what is shown there tells of mirrored axes and of a zero that moved.
    void place_said_reached();

signals:
    void came();  ///< something to show
    void there(); ///< both axes stand where they have to, locked and still, and the Bench may go on by itself

private:
    Document& m_document;
    PortReader m_port;
    LineNow m_now;
    FollowReadout m_follow{Length::mm(0.001)};
    std::optional<ExpectedShow> m_wanted;
    std::string m_machine;
    std::optional<SerialLine> m_line; ///< that is read
    int m_hole = -1, m_move = -1;     ///< of the place that is followed
    std::optional<Instruction> m_way; ///< the move that leads there
    bool m_only_goes = false;         ///< what is at hand is the way there, and nothing more
    Unit m_unit = Unit::Millimetre;
    std::vector<ShownAtHole> m_holes;
    std::vector<std::string> m_names;
    std::vector<WantedAndShown> m_pairs;
    std::optional<AxesOnLine> m_axes;
    std::optional<Point> m_zero_moved, m_last_reached;
    bool m_stuck = false;

    void look();
    [[nodiscard]] QString mistake() const;
    [[nodiscard]] Length near_enough() const;
};

} // namespace clockface::app

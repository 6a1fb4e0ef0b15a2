// How likely the readings of a face are if a cause acted (see detective.h for the formula).
#pragma once

#include "inspection/causes.h"
#include "survey/equations.h"

#include <Eigen/Core>

#include <memory>
#include <vector>

namespace clockface {

struct Weighed {
    double log_likelihood = 0.0;
    double chi_square = 0.0;   ///< of what is left over: about as much as there are observations where it explains all
    CauseFigures figures;      ///< that fit the readings best
    Eigen::VectorXd expected;  ///< by observation, before the readings say where each hole stands by itself
    std::vector<Point> places; ///< by hole of the face, with what the readings say of each
    struct Solved;
    std::shared_ptr<const Solved> solved; ///< for what is foreseen
};

class CauseWeigher {
public:
    /// The needs must outlive it.
    explicit CauseWeigher(const CauseNeeds& needs);

    [[nodiscard]] const std::vector<Observation>& observations() const { return m_seen; }
    /// One standard deviation of what each observation reads when nothing is wrong, making and reading together.
    [[nodiscard]] const Eigen::VectorXd& errors() const { return m_errors; }
    /// What should be read where the holes stand so.
    [[nodiscard]] Eigen::VectorXd expected(const std::vector<Point>& places) const;
    /// How badly that fits, each reading by itself: the sum of its squares. Quick, and only for choosing.
    [[nodiscard]] double misfit(const std::vector<Point>& places) const;
    [[nodiscard]] Weighed weigh(const Cause& cause) const;

    /// What a further observation would read if the weighed cause acted, and one standard error of that, the
    /// instrument's included.
    struct Foreseen {
        double value = 0.0, error = 0.0;
    };
    [[nodiscard]] Foreseen foresee(const Weighed& weighed, const Observation& further) const;

private:
    const CauseNeeds& m_needs;
    std::vector<Observation> m_seen;
    Estimate m_drawn;
    UsualScatter m_usual;
    std::vector<double> m_spread_of_holes, m_spread_of_edges; // one standard deviation of every unknown; nought: known
    Unknowns m_unknowns;
    std::vector<double> m_spread;           // by column
    std::vector<Eigen::Index> m_coordinate; // by column: which coordinate of the face's holes it is, or -1
    Eigen::VectorXd m_errors;

    struct Entry {
        Eigen::Index column;
        double slope;
    };
    using Slopes = std::vector<Entry>;
    [[nodiscard]] Estimate standing(const std::vector<Point>& places) const;
    [[nodiscard]] Slopes slopes_of(const Predicted& seen, const std::vector<std::vector<double>>& by_figure) const;
    [[nodiscard]] std::shared_ptr<Weighed::Solved> solve(const Cause& cause, const CauseFigures& at) const;
};

} // namespace clockface

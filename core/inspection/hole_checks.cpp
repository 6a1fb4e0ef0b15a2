#include "inspection/hole_checks.h"

#include "measure/figures.h"
#include "measure/radians.h"
#include "shop/tables.h"
#include "shop/threads.h"
#include "words/say.h"

#include <cmath>

namespace clockface {

namespace {

// Against limits of which either may be missing, by the rule of verdict_of.
Verdict within_limits(Length is, Length error, const std::optional<Length>& least, const std::optional<Length>& most) {
    const bool bad = (least && is + error < *least) || (most && is - error > *most);
    if (bad)
        return Verdict::Bad;
    const bool good = (!least || is - error >= *least) && (!most || is + error <= *most);
    return good ? Verdict::Good : Verdict::CannotTell;
}

class Checker {
public:
    Checker(const Job& job, const Hole& hole, const DepthStack& stack, const HoleRead* read)
        : m_job(job)
        , m_hole(hole)
        , m_stack(stack)
        , m_read(read)
        , m_caliper(job.proof.instruments[static_cast<std::size_t>(Instrument::Caliper)].error * 2.0) {}

    std::vector<HoleCheck> take() {
        size();
        depths();
        if (m_hole.spec.purpose == Purpose::Tapped)
            screw();
        if (m_hole.bar)
            across();
        return std::move(m_out);
    }

private:
    const Job& m_job;
    const Hole& m_hole;
    const DepthStack& m_stack;
    const HoleRead* m_read;
    Length m_caliper; // two of its errors
    std::vector<HoleCheck> m_out;

    [[nodiscard]] std::string figure(Length length) const { return with_unit(length, m_job.unit); }

    void add(Check what, std::optional<Length> wanted, std::optional<Length> least, std::optional<Length> most,
             std::optional<Length> is, Length error) {
        HoleCheck made{what, wanted, least, most, is, error, {}, {}};
        if (is)
            made.verdict = within_limits(*is, error, least, most);
        made.words = said_of(made);
        m_out.push_back(std::move(made));
    }

    [[nodiscard]] std::string may_be(const HoleCheck& check) const {
        if (check.least && check.most)
            return say("{least} to {most}", {{"least", figure(*check.least)}, {"most", figure(*check.most)}});
        if (check.least)
            return say("at least {least}", {{"least", figure(*check.least)}});
        return check.most ? say("at most {most}", {{"most", figure(*check.most)}}) : say("anything");
    }

    [[nodiscard]] std::string said_of(const HoleCheck& check) const {
        if (!check.is)
            return say("{what}: {limits} is wanted.", {{"what", in_words(check.what)}, {"limits", may_be(check)}});
        return say("{what}: {is}, give or take {error}; {limits} is wanted: {verdict}.",
                   {{"what", in_words(check.what)},
                    {"is", figure(*check.is)},
                    {"error", figure(check.error)},
                    {"limits", may_be(check)},
                    {"verdict", in_words(*check.verdict)}});
    }

    // Fits and limits of the drawing; where it gives none a size is only noted.
    void size() {
        const HoleSpec& spec = m_hole.spec;
        std::optional<Length> least, most;
        if (spec.purpose == Purpose::Reamed) {
            if (const auto row = fit_for(spec.label, spec.diameter)) {
                least = spec.diameter + row->lower;
                most = spec.diameter + row->upper;
            }
        } else if (spec.limits) {
            least = spec.limits->least;
            most = spec.limits->most;
        }
        if (least || most)
            add(Check::Across, spec.diameter, least, most, m_read ? m_read->across : std::nullopt, m_caliper);
    }

    void depths() {
        if (m_stack.through)
            return;
        const HoleSpec& spec = m_hole.spec;
        const Length more = m_job.depths_within;
        const auto read = [&](std::optional<Length> HoleRead::*which) {
            return m_read ? m_read->*which : std::nullopt;
        };
        std::optional<Length> deepest;
        if (m_stack.metal > Length{})
            deepest = m_stack.metal;
        const DepthOf meant = depth_meant(spec);
        if (meant == DepthOf::Tip && spec.depth)
            add(Check::Tip, *spec.depth, *spec.depth, *spec.depth + more, read(&HoleRead::tip), m_caliper);
        else
            add(Check::Tip, m_stack.tip, std::nullopt, deepest, read(&HoleRead::tip), m_caliper);
        if (meant == DepthOf::FullDiameter && spec.depth)
            add(Check::FullDiameter, *spec.depth, *spec.depth, *spec.depth + more, read(&HoleRead::full), m_caliper);
        else if (read(&HoleRead::full))
            add(Check::FullDiameter, m_stack.full, std::nullopt, deepest, read(&HoleRead::full), m_caliper);
        if (spec.purpose == Purpose::Tapped && spec.depth)
            add(Check::FullThread, *spec.depth, *spec.depth, std::nullopt, read(&HoleRead::thread), m_caliper);
    }

    // The real screw: all the way and flush. Tight, or stopped before the thread that is called for: the tap once more.
    void screw() {
        HoleCheck made;
        made.what = Check::Screw;
        made.error = m_caliper;
        made.least = m_stack.through ? std::optional<Length>() : m_hole.spec.depth;
        const auto tried = m_read ? m_read->screw : std::nullopt;
        if (!tried) {
            made.words = made.least ? say("The screw should enter {least} by hand, without play, and its head seat.",
                                          {{"least", figure(*made.least)}})
                                    : say("The screw should go right in by hand, without play, and its head seat.");
            m_out.push_back(std::move(made));
            return;
        }
        made.is = tried->stops_at;
        if (tried->goes == ScrewGoes::Stops && !tried->stops_at) {
            made.verdict = Verdict::CannotTell;
            made.words = say("The screw stops: say how far it enters.");
        } else if (tried->goes == ScrewGoes::Stops &&
                   (!made.least || within_limits(*tried->stops_at, m_caliper, made.least, {}) != Verdict::Good)) {
            made.verdict =
                made.least ? within_limits(*tried->stops_at, m_caliper, made.least, {}) : std::optional(Verdict::Bad);
            made.words = say("The screw stops at {at}: clear the chips, run the tap through again, and try the screw "
                             "again.",
                             {{"at", figure(*tried->stops_at)}});
        } else if (tried->goes == ScrewGoes::Tightly) {
            made.verdict = Verdict::Bad;
            made.words = say("The screw goes tightly: run the tap through again, and try the screw again.");
        } else if (!tried->head_seats) {
            made.verdict = Verdict::Bad;
            made.words =
                say("The head does not seat: look for a burr, a mouth that is too small, or a hole that is not "
                    "square to the face.");
        } else {
            made.verdict = Verdict::Good;
            made.words = say("The screw goes in and its head seats: good.");
        }
        m_out.push_back(std::move(made));
    }

    void across() {
        const Length offset = m_hole.bar->offset;
        const Length within = m_job.axis_within;
        const CrossAxis axis = m_read ? cross_axis(m_read->cross, bar_radius_at(m_job, m_hole) * 2.0) : CrossAxis{};
        // Half the difference of two readings: the error of one, over the root of two.
        const Length error = m_caliper * std::sqrt(0.5);
        add(Check::CrossEntry, offset, offset - within, offset + within, axis.entry, error);
        if (m_stack.through)
            add(Check::CrossExit, offset, offset - within, offset + within, axis.exit, error);
        if (axis.lean) {
            HoleCheck made;
            made.what = Check::CrossLean;
            made.words = say("The hole leans {angle} towards the {side} side on its way through.",
                             {{"angle", in_degrees(Angle::degrees(std::fabs(axis.lean->in_degrees())), 2)},
                              {"side", axis.lean->in_degrees() < 0.0 ? say("clockwise") : say("counter-clockwise")}});
            m_out.push_back(std::move(made));
        }
    }
};

} // namespace

std::vector<HoleCheck> hole_checks(const Job& job, const Hole& hole, const DepthStack& stack, const HoleRead* read) {
    return Checker(job, hole, stack, read).take();
}

CrossAxis cross_axis(const CrossReadings& read, Length thickness) {
    CrossAxis out;
    const auto half = [&](const std::optional<Length>& ccw, const std::optional<Length>& cw) {
        if (!ccw || !cw)
            return std::optional<Length>();
        return std::optional(read.over_pin ? (*ccw - *cw) / 2.0 : (*cw - *ccw) / 2.0);
    };
    out.entry = half(read.entry_ccw, read.entry_cw);
    out.exit = half(read.exit_ccw, read.exit_cw);
    if (out.entry && out.exit && thickness > Length{})
        out.lean = Angle::degrees(std::atan((*out.exit - *out.entry).in_mm() / thickness.in_mm()) * degrees_per_radian);
    return out;
}

Length bar_radius_at(const Job& job, const Hole& hole) {
    return section_at(job.blank, hole.bar->along).radius;
}

Length expected_cross(Length bar_radius, Length hole_or_pin, Length offset, bool ccw, bool over_pin) {
    const Length towards = ccw ? offset : -offset;
    return over_pin ? bar_radius + towards + hole_or_pin / 2.0 : bar_radius - towards - hole_or_pin / 2.0;
}

std::string in_words(Check what) {
    switch (what) {
    case Check::Across:
        return say("Diameter");
    case Check::Tip:
        return say("Depth to the tip");
    case Check::FullDiameter:
        return say("Depth of full diameter");
    case Check::FullThread:
        return say("Depth of full thread");
    case Check::Screw:
        return say("The screw");
    case Check::CrossEntry:
        return say("Beside the axis where it enters");
    case Check::CrossExit:
        return say("Beside the axis where it comes out");
    case Check::CrossLean:
        break;
    }
    return say("Lean");
}

} // namespace clockface

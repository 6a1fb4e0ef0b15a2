#include "stand_in.h"

#include "measure/figures.h"
#include "readout/line_reader.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <map>
#include <sstream>

namespace clockface {

namespace {

// What may follow each verb: an axis that has to be named, one that may be, and how many figures.
struct Form {
    bool axis = false, may_axis = false;
    int least = 0, most = 0;
};
const std::map<std::string, Form> verbs = {
    {"move", {true, false, 1, 1}},
    {"to", {true, false, 1, 1}},
    {"approach", {true, false, 1, 1}},
    {"lock", {false, true, 0, 0}},
    {"unlock", {false, true, 0, 0}},
    {"set", {true, false, 1, 1}},
    {"knock", {false, false, 2, 5}},
    {"drill", {}},
    {"where", {}},
    {"wait", {false, false, 1, 1}},
    {"stick", {}},
    {"unstick", {}},
    {"silent", {}},
    {"talk", {}},
    {"half", {}},
    {"rubbish", {false, false, 1, 1}},
    {"flood", {false, false, 1, 1}},
};

constexpr double past = 2.0;    // millimetres, to come again from the right side
constexpr double gently = 20.0; // millimetres a second, the last of the way

std::string place_words(Point place) {
    return fmt::format("{:.4f} {:.4f}", place.x.in_mm(), place.y.in_mm());
}

} // namespace

std::string written(const SerialLine& line, Length step, Point shown) {
    const Point on_line = as_on_line(line.axes, shown);
    const auto figure = [&](Length at) {
        if (line.figures == FiguresIn::Steps)
            return fmt::format("{}", round_to_step(at, step).counts);
        const bool inch = line.figures == FiguresIn::Inches;
        const double value = inch ? at.in(Unit::Inch) : at.in_mm();
        return fmt::format("{:.{}f}", value + 0.0, inch ? 5 : 3);
    };
    std::string out = line.pattern;
    const auto put = [&](const std::string& name, const std::string& text) {
        for (std::size_t at = out.find(name); at != std::string::npos; at = out.find(name, at + text.size()))
            out.replace(at, name.size(), text);
    };
    put("{x}", figure(on_line.x));
    put("{y}", figure(on_line.y));
    put("{figure}", "0");
    put("{any}", "");
    return out;
}

StandIn::StandIn(StandInWishes wishes, std::function<void(const std::string&)> say,
                 std::function<void(const std::string&)> send)
    : m_wishes(std::move(wishes))
    , m_say(std::move(say))
    , m_send(std::move(send))
    , m_machine(m_wishes.machine, m_wishes.datum, m_wishes.start)
    , m_dice(m_wishes.seed) {}

bool StandIn::command(const std::string& text) {
    std::istringstream words(text);
    Step step;
    if (!(words >> step.verb))
        return true; // an empty line
    const auto known = verbs.find(step.verb);
    if (known == verbs.end()) {
        m_say("? " + step.verb +
              " is no command. move, to, approach, lock, unlock, set, knock, drill, where, wait, stick, "
              "unstick, silent, talk, half, rubbish, flood are.");
        return false;
    }
    const Form& form = known->second;
    std::string word;
    step.both = !form.axis;
    const auto refuse = [&](const char* what) {
        m_say(fmt::format("? {}: {}", text, what));
        return false;
    };
    if (form.axis || form.may_axis) {
        if (words >> word) {
            if (word != "x" && word != "y")
                return refuse("x or y is wanted behind it.");
            step.axis = word == "x" ? Axis::X : Axis::Y;
            step.both = false;
        } else if (form.axis) {
            return refuse("x or y is wanted behind it.");
        }
    }
    double figure = 0.0;
    while (step.given < form.most && words >> figure)
        step.figures.at(static_cast<std::size_t>(step.given++)) = figure;
    words.clear();
    if (step.given < form.least || (words >> word))
        return refuse("another number of figures is wanted.");
    m_todo.push_back(step);
    return true;
}

Length StandIn::shown(Axis axis) const {
    const Point all = m_machine.shown();
    return axis == Axis::X ? all.x : all.y;
}

// Drawn axes may count the other way.
void StandIn::turn(Axis axis, double millimetres) {
    const bool plus = axis == Axis::X ? m_wishes.datum.x_plus_right : m_wishes.datum.y_plus_up;
    if (!m_machine.turn_towards(axis, Length::mm(plus ? millimetres : -millimetres)))
        m_say("? its lock is tight");
}

// What takes time. True while it is not done.
bool StandIn::goes_on(Step& step, double& milliseconds) {
    if (step.verb == "wait") {
        if (!std::exchange(step.begun, true))
            m_left = step.figures[0];
        const double now = std::min(m_left, milliseconds);
        m_left -= now;
        milliseconds -= now;
        return m_left > 0.0;
    }
    const double reach = m_wishes.speed * milliseconds / 1000.0;
    if (step.verb == "move") {
        if (!std::exchange(step.begun, true))
            m_left = step.figures[0];
        const double by = std::clamp(m_left, -reach, reach);
        turn(step.axis, by);
        m_left -= by;
        milliseconds -= std::abs(by) / m_wishes.speed * 1000.0;
        return std::abs(m_left) > 1e-9;
    }
    // to and approach: turned until it shows the figure; approach goes past it first where it has to.
    const auto off = [&] { return step.figures[0] - shown(step.axis).in_mm(); };
    if (!std::exchange(step.begun, true))
        m_left = step.verb == "approach" && off() < past / 2.0 ? off() - past : 0.0;
    if (m_machine.locked(step.axis)) {
        m_say("? its lock is tight");
        return false;
    }
    if (m_left < 0.0) {
        const double by = std::max(m_left, -reach);
        turn(step.axis, by);
        m_left -= by;
        if (m_left > -1e-9)
            m_left = 0.0;
        milliseconds = 0.0;
        return true;
    }
    const double step_mm = std::get<Readout>(m_wishes.machine.kind).resolution.in_mm();
    if (std::abs(off()) < step_mm / 2.0)
        return false;
    double most = reach;
    if (step.verb == "approach")
        most = off() > past * 1.01 ? std::min(reach, off() - past) : std::min(reach, gently * milliseconds / 1000.0);
    turn(step.axis, std::clamp(off(), -most, most));
    milliseconds = 0.0;
    return true;
}

void StandIn::at_once(const Step& step) {
    const auto each_axis = [&](const auto& act) {
        for (const Axis axis : {Axis::X, Axis::Y})
            if (step.both || axis == step.axis)
                act(axis);
    };
    if (step.verb == "lock" || step.verb == "unlock")
        each_axis([&](Axis axis) { m_machine.lock(axis, step.verb == "lock"); });
    else if (step.verb == "set")
        m_machine.set_shown(step.axis, Length::mm(step.figures[0]));
    else if (step.verb == "knock")
        m_machine.knock({Length::mm(step.figures[0]), Length::mm(step.figures[1])}, Angle::degrees(step.figures[2]),
                        {Length::mm(step.figures[3]), Length::mm(step.figures[4])});
    else if (step.verb == "drill")
        m_say("drilled " + place_words(m_machine.drill({})));
    else if (step.verb == "where")
        m_say("slides " + place_words(m_machine.slides()) + " work " + place_words(m_machine.over_work()) + " shown " +
              place_words(m_machine.shown()));
    else if (step.verb == "stick" || step.verb == "unstick") {
        m_stuck = step.verb == "stick";
        m_stuck_at = m_machine.shown();
    } else if (step.verb == "silent" || step.verb == "talk") {
        m_silent = step.verb == "silent";
    } else if (step.verb == "half") {
        m_half = true;
    } else if (step.verb == "rubbish") {
        std::string bytes;
        for (int i = 0; i < static_cast<int>(step.figures[0]); ++i)
            bytes.push_back(static_cast<char>(0x80 + m_dice() % 0x7f));
        m_send(bytes);
    } else if (step.verb == "flood") {
        for (int i = 0; i < static_cast<int>(step.figures[0]); ++i)
            m_send(line());
    }
}

void StandIn::pass(int milliseconds) {
    double left = milliseconds;
    while (!m_todo.empty()) {
        Step& step = m_todo.front();
        const bool takes_time =
            step.verb == "move" || step.verb == "to" || step.verb == "approach" || step.verb == "wait";
        if (takes_time && (left <= 0.0 || goes_on(step, left)))
            return;
        if (!takes_time)
            at_once(step);
        m_todo.pop_front();
    }
}

std::string StandIn::line() {
    Point at = m_stuck ? m_stuck_at : m_machine.shown();
    const Length step = std::get<Readout>(m_wishes.machine.kind).resolution;
    std::uniform_real_distribution<double> hundred(0.0, 100.0);
    if (hundred(m_dice) < m_wishes.flicker)
        at.x += step;
    std::string out;
    std::string_view forms = m_wishes.line.pattern; // each on a line of its own
    SerialLine one = m_wishes.line;
    constexpr std::string_view between = " or ";
    for (;;) {
        const std::size_t end = forms.find(between);
        one.pattern = forms.substr(0, end);
        out += written(one, step, at) + m_wishes.ends;
        if (end == std::string_view::npos)
            return out;
        forms.remove_prefix(end + between.size());
    }
}

void StandIn::send_line() {
    if (m_silent)
        return;
    std::string out = line();
    if (std::exchange(m_half, false))
        out.resize(out.size() / 2);
    m_send(out);
}

} // namespace clockface

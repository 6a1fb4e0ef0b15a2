// clockface-readout: stands in for a mill with a readout, on a pseudo-terminal.
#include "pseudo_terminal.h"
#include "stand_in.h"

#include "formats/shop_json.h"
#include "formats/text_file.h"
#include "readout/line_pattern.h"

#include <CLI/CLI.hpp>
#include <chrono>
#include <cstdio>
#include <filesystem>
#include <fmt/format.h>
#include <fstream>
#include <iostream>
#include <map>
#include <poll.h>
#include <termios.h>
#include <unistd.h>

using namespace clockface;

namespace {

using Clock = std::chrono::steady_clock;

// Lines of a descriptor, without waiting for them.
class Lines {
public:
    /// False at its end.
    bool read(int descriptor) {
        char bytes[4096];
        const ssize_t got = ::read(descriptor, bytes, sizeof bytes);
        if (got <= 0)
            return false;
        m_pending.append(bytes, static_cast<std::size_t>(got));
        return true;
    }
    /// Keys as they were pressed, in place of lines.
    std::string keys() { return std::exchange(m_pending, {}); }
    bool next(std::string& line) {
        const std::size_t end = m_pending.find('\n');
        if (end == std::string::npos)
            return false;
        line = m_pending.substr(0, end);
        m_pending.erase(0, end + 1);
        return true;
    }

private:
    std::string m_pending;
};

// What a key on the terminal turns, locks or knocks.
std::string command_of(char key, double step) {
    static const std::map<char, const char*> turns = {
        {'a', "move x -{}"}, {'d', "move x {}"}, {'w', "move y {}"}, {'s', "move y -{}"}};
    if (const auto turn = turns.find(key); turn != turns.end())
        return fmt::format(fmt::runtime(turn->second), step);
    static const std::map<char, std::string> others = {{'l', "lock"},
                                                       {'u', "unlock"},
                                                       {'0', "set x 0"},
                                                       {'9', "set y 0"},
                                                       {' ', "drill"},
                                                       {'?', "where"},
                                                       {'k', "knock 0.4 -0.3 0.4 0.15 -0.1"}};
    const auto other = others.find(key);
    return other == others.end() ? std::string() : other->second;
}

// The terminal gives each key as it is pressed, and is put back at the end.
class KeyByKey {
public:
    explicit KeyByKey(bool wanted)
        : m_on(wanted && ::isatty(STDIN_FILENO) != 0 && ::tcgetattr(STDIN_FILENO, &m_before) == 0) {
        if (!m_on)
            return;
        termios keys = m_before;
        keys.c_lflag &= ~static_cast<tcflag_t>(ICANON | ECHO);
        ::tcsetattr(STDIN_FILENO, TCSANOW, &keys);
    }
    ~KeyByKey() {
        if (m_on)
            ::tcsetattr(STDIN_FILENO, TCSANOW, &m_before);
    }
    KeyByKey(const KeyByKey&) = delete;
    KeyByKey& operator=(const KeyByKey&) = delete;

private:
    termios m_before{};
    bool m_on;
};

void say(const std::string& text) {
    std::cout << text << std::endl; // whoever reads it waits for it
}

} // namespace

int main(int argc, char** argv) {
    CLI::App app{
        "Stands in for a mill with a readout: opens a pseudo-terminal, says which, and sends its figures over it. "
        "Commands come from the standard input, one a line; --help-commands lists them."};
    StandInWishes wishes;
    wishes.line.pattern = "X{x} Y{y}";
    std::string link, script, write_shop, figures = "millimetres", shop_file, machine_name;
    double rate = 20.0, resolution = 0.0, jump_x = 0.0, jump_y = 0.0, start_x = -25.0, start_y = -18.0, key_step = 1.0;
    bool keys = false, help_commands = false;
    app.add_option("--link", link, "A name under which the port can be found");
    app.add_option("--form", wishes.line.pattern, "What its lines look like, such as \"X{x} Y{y}\"");
    app.add_option("--figures", figures, "millimetres, inches or steps")
        ->check(CLI::IsMember({"millimetres", "inches", "steps"}));
    app.add_flag("--swapped", wishes.line.axes.swapped, "X and Y come swapped");
    app.add_flag("--x-back", wishes.line.axes.x_back, "X is counted the other way");
    app.add_flag("--y-back", wishes.line.axes.y_back, "Y is counted the other way");
    app.add_option("--shop", shop_file, "A shop file to take the machine from");
    app.add_option("--machine", machine_name, "Its machine; otherwise the first with a readout");
    app.add_option("--resolution", resolution, "Step of its display in millimetres")->check(CLI::Range(0.0001, 1.0));
    app.add_option("--rate", rate, "Lines a second")->check(CLI::Range(0.1, 100000.0));
    app.add_option("--speed", wishes.speed, "Millimetres a second at which hands turn")
        ->check(CLI::Range(0.1, 100000.0));
    app.add_option("--flicker", wishes.flicker, "Of a hundred lines in how many the last figure flickers")
        ->check(CLI::Range(0.0, 100.0));
    app.add_option("--jump-x", jump_x, "What tightening its lock moves X by, in millimetres");
    app.add_option("--jump-y", jump_y, "What tightening its lock moves Y by, in millimetres");
    app.add_option("--start-x", start_x, "Where the spindle stands at the beginning, from zero");
    app.add_option("--start-y", start_y, "Where the spindle stands at the beginning, from zero");
    app.add_option("--write-shop", write_shop, "Writes a shop whose machine listens to this port, to try it with");
    app.add_option("--script", script, "A file of commands that are done first");
    app.add_flag("--keys", keys,
                 "Keys turn it: a d w s, l and u the locks, 0 and 9 set X and Y, space drills, ? says where it stands, "
                 "k knocks, + and - the step, q ends it");
    app.add_flag("--help-commands", help_commands, "Lists the commands");
    CLI11_PARSE(app, argc, argv);
    if (help_commands) {
        say("move x 3.5, to x 12.5, approach x 12.5, lock [x|y], unlock [x|y], set x 0, knock 0.4 -0.3 0.5 0.1 0.1, "
            "drill,\n"
            "where, wait 200, stick, unstick, silent, talk, half, rubbish 300, flood 10000, unplug, plug, quit");
        return 0;
    }
    if (const auto pattern = LinePattern::read(wishes.line.pattern); !pattern) {
        std::fputs((pattern.error().sentence + "\n").c_str(), stderr);
        return 1;
    }
    wishes.line.figures = figures == "steps"    ? FiguresIn::Steps
                          : figures == "inches" ? FiguresIn::Inches
                                                : FiguresIn::Millimetres;
    wishes.start = {Length::mm(start_x), Length::mm(start_y)};

    Shop shop = default_shop();
    if (!shop_file.empty()) {
        const Result<Shop> read = load_shop(shop_file);
        if (!read) {
            std::fputs((read.error().text() + "\n").c_str(), stderr);
            return 1;
        }
        shop = *read;
    }
    const auto talks = [&](const Machine& each) {
        return std::holds_alternative<Readout>(each.kind) && (machine_name.empty() || each.name == machine_name);
    };
    const auto machine = std::find_if(shop.machines.begin(), shop.machines.end(), talks);
    if (machine == shop.machines.end()) {
        std::fputs("The shop has no such machine with a readout.\n", stderr);
        return 1;
    }
    wishes.machine = *machine;
    if (resolution > 0.0)
        std::get<Readout>(wishes.machine.kind).resolution = Length::mm(resolution);
    if (jump_x != 0.0 || jump_y != 0.0)
        wishes.machine.lock_jump = {Length::mm(jump_x), Length::mm(jump_y)};

    PseudoTerminal terminal;
    if (const auto opened = terminal.open(link); !opened) {
        std::fputs((opened.error().text() + "\n").c_str(), stderr);
        return 1;
    }
    if (!write_shop.empty()) {
        SerialLine line = wishes.line;
        line.port = link.empty() ? terminal.port() : std::filesystem::absolute(link).string();
        *machine = wishes.machine;
        machine->line = line;
        if (const auto written_shop = write_file_atomically(write_shop, shop_to_json(shop)); !written_shop) {
            std::fputs((written_shop.error().text() + "\n").c_str(), stderr);
            return 1;
        }
    }
    StandIn stand_in(wishes, say, [&](const std::string& bytes) { terminal.write(bytes); });
    say("port " + terminal.port());
    if (!script.empty()) {
        std::ifstream in(script);
        if (!in) {
            std::fputs((script + " cannot be read.\n").c_str(), stderr);
            return 1;
        }
        for (std::string text; std::getline(in, text);)
            stand_in.command(text);
    }

    const KeyByKey key_by_key(keys);
    Lines input;
    std::deque<std::string> waiting; // commands behind one that has to be done first
    bool open = true;
    auto last = Clock::now(), last_line = last;
    for (bool going = true; going;) {
        constexpr int tick_ms = 5;
        pollfd in{STDIN_FILENO, POLLIN, 0};
        if (open && ::poll(&in, 1, tick_ms) > 0) {
            open = input.read(STDIN_FILENO);
            going = open || !script.empty();
        } else if (!open) {
            ::poll(nullptr, 0, tick_ms);
        }
        if (keys) {
            for (const char key : input.keys()) {
                if (key == '+' || key == '-')
                    key_step = std::clamp(key_step * (key == '+' ? 10.0 : 0.1), 0.01, 10.0);
                else if (key == 'q')
                    going = false;
                else
                    waiting.push_back(command_of(key, key_step));
            }
        } else {
            for (std::string text; input.next(text);)
                waiting.push_back(text);
        }
        while (!waiting.empty()) {
            const std::string& next = waiting.front();
            const bool ours = next == "unplug" || next == "plug" || next == "quit";
            if (ours && !stand_in.idle())
                break;
            if (next == "quit")
                going = false;
            else if (next == "unplug")
                terminal.close();
            else if (next == "plug") {
                if (const auto again = terminal.open(link); again)
                    say("port " + terminal.port());
                else
                    say("? " + again.error().text());
            } else {
                stand_in.command(next);
            }
            waiting.pop_front();
        }
        const auto now = Clock::now();
        if (const auto passed = std::chrono::duration_cast<std::chrono::milliseconds>(now - last); passed.count() > 0) {
            constexpr std::int64_t at_once = 10; // hands that were asleep do not catch up
            stand_in.pass(static_cast<int>(std::min<std::int64_t>(at_once, passed.count())));
            last += passed;
        }
        const auto apart = std::chrono::duration<double>(1.0 / rate);
        int at_most = 2000; // a machine that was asleep does not catch up for ever
        while (now - last_line >= apart && at_most-- > 0) {
            stand_in.send_line();
            last_line += std::chrono::duration_cast<Clock::duration>(apart);
        }
        if (at_most <= 0)
            last_line = now;
    }
    return 0;
}

#include "cutting/machines.h"

#include "cutting/formulas.h"
#include "measure/figures.h"
#include "words/say.h"

#include <algorithm>

namespace clockface {

std::vector<MachineFit> machines_for(const Shop& shop, Length diameter, const Metal& metal) {
    constexpr double slow = 0.5, tiny_mm = 1.5;
    const double wanted = rpm_for(metal.usual, diameter);
    const auto num = [](double value) { return decimal(value, 0); };
    std::vector<MachineFit> out;
    for (const Machine& machine : shop.machines) {
        MachineFit fit;
        fit.machine = machine.name;
        fit.rpm = step_not_above(machine.spindle, wanted);
        fit.share = fit.rpm ? *fit.rpm / wanted : 0.0;
        if (!fit.rpm)
            fit.verdict = say("turns no slower than {lowest}, too fast", {{"lowest", num(machine.spindle.lowest())}});
        else if (diameter > machine.spindle.one_go)
            fit.verdict = say("turns at {rpm}, but wants a pilot first", {{"rpm", num(*fit.rpm)}});
        else if (fit.share < slow)
            fit.verdict = say(
                "turns only {rpm} of {turns}: feed slower{remark}",
                {{"rpm", num(*fit.rpm)},
                 {"turns", num(wanted)},
                 {"remark", diameter < Length::mm(tiny_mm) ? say(", and it hides the feel of so small a drill") : ""}});
        else
            fit.verdict = say("turns at {rpm} of {turns}", {{"rpm", num(*fit.rpm)}, {"turns", num(wanted)}});
        out.push_back(std::move(fit));
    }
    std::stable_sort(out.begin(), out.end(),
                     [](const MachineFit& a, const MachineFit& b) { return a.share > b.share; });
    return out;
}

} // namespace clockface

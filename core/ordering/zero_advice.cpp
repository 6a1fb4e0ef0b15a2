#include "ordering/zero_advice.h"

#include "measure/figures.h"
#include "words/say.h"

#include <algorithm>

namespace clockface {

namespace {

constexpr Length rounding_of_faces = Length::mm(1e-6);

// What the touches of a list find one axis by.
struct Touched {
    int times = 0; // faces
    bool low = false, high = false;
};
Touched touched(const Route& route, Axis axis) {
    Touched found;
    for (const Instruction& each : route.list)
        if (const auto* touch = std::get_if<TouchEdge>(&each.action); touch && touch->axis == axis) {
            ++found.times;
            (is_high_face(*touch) ? found.high : found.low) = true;
        }
    return found;
}

std::string corner_in_words(bool right, bool far) {
    if (right)
        return far ? say("the far right corner") : say("the near right corner");
    return far ? say("the far left corner") : say("the near left corner");
}

// Where fixed jaw and stop meet.
std::string easiest(const Job& job, const Held& held, int faces) {
    const Point datum = datum_from_middle(job);
    if (job.blank.is_round())
        return abs(datum.x) < rounding_of_faces && abs(datum.y) < rounding_of_faces
                   ? std::string(say("An indicator swung round the rim finds the middle sooner than four touches, "
                                     "and takes its real size as it is."))
                   : std::string();
    if (job.datum.place == DatumPlace::Existing)
        return say("Zero lies on {what}: found over that, with an indicator or a pin, no size of the blank goes into "
                   "the figures.",
                   {{"what", job.datum.on}});
    if (!held.vise || held.stop == StopAt::None)
        return {};
    const bool right = held.located_at_high(Axis::X), far = held.located_at_high(Axis::Y);
    const Point half{held.extents().x / 2.0, held.extents().y / 2.0};
    const Point corner{right ? half.x : -half.x, far ? half.y : -half.y};
    if (distance(corner, datum) < rounding_of_faces)
        return {};
    const std::string here =
        say("Easiest to find here is {corner}, where fixed jaw and stop meet: two touches, no size of "
            "the blank goes into them, and it stays for the next piece.",
            {{"corner", corner_in_words(right, far)}});
    constexpr int least = 2;
    return faces == least
               ? here
               : here + " " + say("The drawing's zero takes {faces} {faces:touch|touches}.", {{"faces", faces}});
}

// What a size of the blank is off goes into every figure where the face that is touched is not the one the drawing
// counts from.
std::string through_the_work(const Job& job, Axis axis, const Touched& by) {
    const bool x = axis == Axis::X;
    const Point datum = datum_from_middle(job);
    const Length size = x ? job.blank.extent_x() : job.blank.extent_y();
    const Length zero = x ? datum.x : datum.y;
    const bool flat = job.blank.up == Face::Top || job.blank.up == Face::Under;
    if (by.times != 1 || abs(zero) < rounding_of_faces || (flat && (x ? job.blank.width : job.blank.height).measured))
        return {};
    const bool counts_from_high = abs(zero - size / 2.0) < rounding_of_faces;
    if (by.high == counts_from_high)
        return {};
    return say(x ? later("X is touched at one end and counted from the other: whatever the work's length is off {size} "
                         "goes into every X. Measure it, and type it under Blank.")
                 : later("Y is touched at one side and counted from the other: whatever the work's width is off {size} "
                         "goes into every Y. Measure it, and type it under Blank."),
               {{"size", with_unit(size, job.unit)}});
}

std::string proved_square(const Job& job, const Held& held, const std::vector<Hole>& holes) {
    Length furthest;
    for (const Hole& hole : holes)
        furthest = std::max({furthest, abs(hole.at.x), abs(hole.at.y)});
    if (furthest <= Length{} || job.holes_within <= Length{})
        return say("Take the burr off both faces before they are touched: zero is no better than they are.");
    constexpr Length over = Length::mm(100.0);
    return say(
        held.try_square
            ? later("Take the burr off both faces before they are touched, and prove them square to each other: out "
                    "of square by {slope} over {over}, the furthest hole would be off by all that is allowed.")
            : later("Take the burr off both faces before they are touched, and prove them square to each other: "
                    "without a square, measure both ends of the part across, and both sides along. Out of square by "
                    "{slope} over {over}, the furthest hole would be off by all that is allowed."),
        {{"slope", deviation_in_words(over * (job.holes_within / furthest), job.unit)},
         {"over", with_unit(over, job.unit)}});
}

} // namespace

std::vector<std::string> zero_advice(const Job& job, const Held& held, const Route& route,
                                     const std::vector<Hole>& holes) {
    const Touched x = touched(route, Axis::X), y = touched(route, Axis::Y);
    if (x.times + y.times == 0)
        return {};
    std::vector<std::string> all;
    for (std::string sentence :
         {job.blank.is_round() ? std::string() : proved_square(job, held, holes), through_the_work(job, Axis::X, x),
          through_the_work(job, Axis::Y, y), easiest(job, held, x.times + y.times)})
        if (!sentence.empty())
            all.push_back(std::move(sentence));
    return all;
}

} // namespace clockface

// What keeps held work where it is, and how it goes back when it has been out.
#include "holding/held.h"
#include "words/say.h"

namespace clockface {

std::string kept_from_spinning(const Held& held) {
    if (!held.known)
        return {};
    if (held.against_fence)
        return say("The drill turns clockwise and swings the left end of the work away from you and the right end "
                   "towards you. The fence stops one of the two and nothing the other: clamp it down for every hole, "
                   "never hold it by hand.");
    if (held.rest == BarRest::VeeBlock)
        return say("In a vee a bar can still roll, and slide along: clamp it down with the vee block, a strap over the "
                   "bar, before the spindle is on.");
    if (held.work_chuck)
        return say("The jaws keep it from being spun by the drill, as long as the {chuck} itself is clamped to the "
                   "table. Its key out before the spindle is on.",
                   {{"chuck", held.work_chuck->name}});
    if (held.plate)
        return say("Two screw clamps round work and wall, one at each end and clear of the chuck, keep it from being "
                   "spun, as long as the {plate} itself is bolted to the table. Neither may hold it alone.",
                   {{"plate", held.plate->name}});
    if (!held.vise && held.clamps.empty()) // marked work, clamped anew under every mark
        return say(
            "Lower the stopped drill into the mark, hold the work there, clamp it, then drill. Only a drill of 3 mm or "
            "less may find its mark with the work loose, and only for a shallow start: then clamp.");
    if (!held.vise)
        return say(
            "Two clamps at least: round a single one the drill swings the work. Neither may stand over a hole or "
            "in the way of chuck and handle. Turn the handle once round over each clamp before the spindle is on.");
    return say("The jaws keep it from being spun by the drill, as long as the {vise} itself is bolted down.",
               {{"vise", held.vise->name}});
}

std::vector<std::string> reseating(const Held& held) {
    if (!held.known)
        return {};
    if (held.against_fence)
        return {
            say("Brush fence, stop, board and the faces of the work that lie against them; a chip between them is a "
                "hole in the wrong place."),
            say("The same end to the stop and the same edge to the fence: mark both with a felt pen before the first "
                "hole.")};
    if (held.on_flats)
        return {say("Mark the end that lies at the left and the flat that is up before the bar is let go."),
                say("Brush jaws, parallels and bar; take the burr off the holes' edges, or it stands on them."),
                say("Lay it back on the same flat against the stop, tighten, and tap it down with a soft hammer.")};
    if (held.rest)
        return {
            say("Mark the end that lies at the left, and see that the line across the end is scribed, before the bar "
                "is let go: it is the only mark of the angle."),
            say("Brush what it lies in and the bar; take the burr off the holes' edges, or it stands on them."),
            held.try_square ? say("Lay it back against the stop, stand the line upright against a square, then clamp.")
                            : say("Lay it back against the stop, stand the line upright, sighted along a straight rod "
                                  "in the chuck, "
                                  "then clamp.")};
    if (held.work_chuck) {
        std::vector<std::string> steps{
            say("Mark the work at the far jaw before it comes out: no chuck grips the same work twice alike.")};
        if (held.work_chuck->jaws == 4)
            steps.push_back(
                say("Where the four jaws move singly, two that meet, say the far and the left one, were set "
                    "for the first piece and are touched no more: they are the zero of every piece that "
                    "follows. Only the other two are loosened and tightened."));
        steps.push_back(held.parallels
                            ? say("Brush jaws, face, parallels and work, and put the parallels back under it.")
                            : say("Brush jaws, face and work."));
        steps.push_back(
            say("The mark at the far jaw again; tighten, and tap it down with a soft hammer until it sits."));
        if (held.parallels)
            steps.push_back(say("Take the parallels out, before the first drill goes through."));
        steps.push_back(
            say("Zero and turn are lost: swing the indicator round the rim, and find the turn at a finished "
                "hole."));
        return steps;
    }
    if (held.plate)
        return {
            held.stop == StopAt::None
                ? say("Mark the face that goes to the wall before it comes out.")
                : say("Mark the face that goes to the wall, and the end that goes to the stop, before it comes out."),
            say("Brush wall, table and work; take the burr off the holes' edges, or it stands on them."),
            say("Stand it down first, then push it against the wall, then tighten the clamps by turns: a strip of "
                "paper under each corner must be held fast."),
            held.stop == StopAt::None ? say("Without a stop zero is lost along the wall: touch the end again.")
                                      : say("Zero is kept by stop and wall, as long as neither was moved. Look at "
                                            "the corner all the same.")};
    if (!held.vise)
        return {
            say("Clamped work that comes off loses its zero: find it again, touch by touch, before the next hole.")};
    std::vector<std::string> steps;
    steps.push_back(say("Mark the face that is up, and the end and the face that go to {what}, before it comes out.",
                        {{"what", held.stop == StopAt::None ? std::string(say("the fixed jaw"))
                                                            : std::string(say("the stop and the fixed jaw"))}}));
    steps.push_back(held.parallels
                        ? say("Brush jaws, bed, parallels and work; take the burr off the holes' edges, or it "
                              "stands on them.")
                        : say("Brush jaws, bed and work; take the burr off the holes' edges, or it stands on "
                              "them."));
    if (held.parallels)
        steps.push_back(held.rear_taken_out ? say("Put both parallels back in.")
                                            : say("The parallels stay at the jaws."));
    if (held.stop != StopAt::None)
        steps.push_back(say("The marked end against the stop, lightly, and the marked face against the fixed jaw."));
    steps.push_back(
        held.vise->jaw_lifts
            ? say("Tighten; the moving jaw lifts the work, so tap it down with a soft hammer until it sits.")
            : say("Tighten, then tap it down with a soft hammer until it sits."));
    if (held.parallels && held.rear_taken_out)
        steps.push_back(say("Neither parallel may be pushed about by hand now; then take the {side} one out.",
                            {{"side", side_in_words(held, true)}}));
    else if (held.parallels)
        steps.push_back(say("Neither parallel may be pushed about by hand now."));
    steps.push_back(
        held.stop == StopAt::None
            ? say("Without a stop zero is lost along the jaws: touch the end again. Across the jaws it is "
                  "kept, as long as the vise was not moved.")
            : say("Zero is kept by stop and fixed jaw, as long as neither was moved. Look at the corner all "
                  "the same."));
    return steps;
}

} // namespace clockface

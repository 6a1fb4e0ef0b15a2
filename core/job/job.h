// What the user wants: the piece of metal, its zero, the holes, the set-ups they are made in, and what has been done to
// each piece so far.
// Plain values: cheap to copy, comparable, saved as they stand.
#pragma once

#include "job/hole_pattern.h"
#include "job/old_part.h"
#include "job/piece.h"
#include "job/proof.h"
#include "job/setup.h"

namespace clockface {

/// A machine's figures when the job was last saved with it, so that a later change is found.
struct PlannedWith {
    std::string mark;  ///< fingerprint of its figures; empty: an old file, which has only the words
    std::string words; ///< what they were, for people
    bool operator==(const PlannedWith&) const = default;
};

/// What a job is there for. Only pieces of the first kind count as made.
enum class JobFor { Parts, Practice, Example };

struct Job {
    std::string title;
    std::string work_for; ///< the larger piece of work this belongs to
    int pieces = 1;       ///< how many are wanted
    Unit unit = Unit::Millimetre;
    Blank blank;
    Datum datum;                        ///< of the face at hand
    std::map<Face, Datum> other_datums; ///< of the other faces that have been worked on
    AngleConvention convention;
    std::vector<Pattern> patterns;       ///< of all faces
    std::optional<int> holes_called_for; ///< the drawing's own count, as a check

    std::vector<Setup> setups{Setup{}}; ///< in the order in which they are gone through; never none
    int setup = 1;                      ///< id of the one at hand; its face is blank.up
    bool own_setups = false;            ///< the user has changed the list; otherwise it follows the holes
    bool handwork_apart = false;        ///< the program proposes set-ups of their own for what is done by hand

    Length holes_within = Length::mm(0.15); ///< what a hole may stand beside its place, where its pattern does not say
    OldPart old_part;                       ///< what holes are copied from, if anything
    Length axis_within = Length::mm(0.1);   ///< what holes in the side of a bar may miss its axis by
    std::vector<Piece> begun;               ///< the pieces something was done to, by number
    std::map<std::string, PlannedWith> planned_with{}; ///< by machine id (in old files by name)
    JobFor is_for = JobFor::Parts;
    JobProof proof{};                       ///< what was measured of the pieces
    Length depths_within = Length::mm(0.5); ///< a depth that is called for may be so much more
    int next_id = 2;                        ///< for the next pattern or set-up, so that none is ever given twice

    bool operator==(const Job&) const = default;
};

/// The set-up at hand.
const Setup& at_hand(const Job& job);
Setup& at_hand(Job& job);
/// The set-up of that id, or nullptr.
const Setup* find_setup(const Job& job, int id);
/// Its place in the order of the set-ups, or -1.
int setup_index(const Job& job, int id);
/// The job with another set-up at hand, and so its face up. Requires one of that id.
Job with_setup(Job job, int id);
/// The job with an id for everything that has none, and for what was copied with its own; nothing that has one changes.
Job with_ids(Job job);
/// The set-ups that follow from the holes, unless the user has changed the list: one for each face with holes and for
/// the face at hand, and behind them one each for handwork where that is wanted apart. What is known of a set-up that
/// stays is kept; new ones work on the machine of the first.
Job with_proposed_setups(Job job);
// What the user does to the list; it is the user's own from then on.
/// A further set-up at the end, on the machine of the first.
Job with_further_setup(Job job, Face face);
/// One less; the last one stays.
Job without_setup(Job job, int id);
/// One place further up.
Job with_setup_earlier(Job job, int id);
/// "front", "front, by hand", or the name the user gave it.
std::string in_words(const Job& job, const Setup& setup);
/// "1", or the mark the user gave it.
std::string in_words(const Piece& piece);
/// The piece of that number as it stands, or one nothing was done to yet.
Piece piece_of(const Job& job, int number);
/// The job with these pieces as they stand now; one nothing was done to is not stored.
Job with_pieces(Job job, const std::vector<Piece>& pieces);

/// Whether a pattern is on the face at hand.
inline bool is_at_hand(const Job& job, const Pattern& pattern) {
    return pattern.face == job.blank.up;
}

/// Where zero lies, from the middle of the face at hand.
inline Point datum_from_middle(const Job& job) {
    return datum_from_middle(job.blank, job.datum);
}
/// The middle of the face at hand, from zero.
inline Point middle_from_datum(const Job& job) {
    return Point{} - datum_from_middle(job);
}

/// The job with zero at another place and every hole where it was on the metal: only the figures change.
Job with_datum(Job job, const Datum& datum);
Job with_datum_place(Job job, DatumPlace place);
/// A zero on a point of the face, such as the place of a hole ("hole A3"); axes as they are.
Datum datum_on(const Job& job, Point from_datum, const std::string& what);
/// The job with another face up, in the first set-up that has it up; where there is none, one is added. Every face
/// keeps its own zero; a new one begins with the zero of the last.
Job with_face_up(Job job, Face face);

/// A bearing, or a way round, as the drawing sees it: on the side of a bar that it looks at from the left end, what is
/// kept as seen from the right end is seen in a mirror. Each is its own inverse.
Angle as_seen(const Job& job, Angle bearing);
Sense as_seen(const Job& job, Sense sense);

/// A point as the drawing writes it: signs follow the direction of the axes.
Point as_drawn(const Datum& datum, Point point);
/// The inverse of as_drawn (it is its own inverse).
inline Point from_drawn(const Datum& datum, Point figures) {
    return as_drawn(datum, figures);
}

/// Index of the pattern with this name, or -1.
int pattern_index(const Job& job, const std::string& name);
/// The kind of hole a pattern makes: a copy has its source's.
const HoleSpec& spec_of(const Job& job, const Pattern& pattern);
/// Gives a pattern another name, and everything that hangs on it too.
void rename_pattern(Job& job, std::size_t pattern, const std::string& name);

/// First letter not yet used as a pattern name: A … Z, AA, AB …
std::string next_pattern_name(const Job& job);

/// "counterbored 10:5.4", "countersunk 10.4:90".
std::string recess_in_words(const Recess& recess, Unit unit);
/// " +0.2 −0.1", " or more": behind the size; empty without limits.
std::string limits_in_words(const HoleSpec& hole, Unit unit);
/// "M5", "M5 clear", "8.4 mm", "#7 (0.201 in)", "4 mm H7", "8.4 mm +0.2 0", "M5 clear counterbored 10:5.4".
std::string size_in_words(const HoleSpec& hole, Unit unit);
/// The hole of a pattern and number, by id; nothing when the pattern is no longer there.
std::optional<HoleRef> hole_of(const Job& job, const HoleId& hole);
/// "A3".
std::string in_words(const HoleRef& hole);

} // namespace clockface

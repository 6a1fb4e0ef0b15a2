// The old part's holes laid on the new piece.
#pragma once

#include "job/job.h"
#include "survey/survey.h"

#include <map>
#include <string>

namespace clockface {

/// Where every settled hole of the old part comes to lie on the face at hand, from the datum. The old part's x is laid
/// along Laying::bearing, turned over about it first where that is wanted; then the hole that is zero is brought to
/// Laying::at, or the middle of the box round all centres to the middle of the face.
std::map<std::string, Point> laid_holes(const Job& job, const Survey& survey);

/// The job with copied patterns as the readings have them now: holes move, lose their place or get it back, and change
/// their pattern when another size is taken for them. Until the user has said whether the copy is turned over
/// (Laying::mirrored), nothing is copied. Patterns that exist keep their names; an empty one goes. The same job again
/// follows to itself.
Job following_old_part(Job job);
/// The same with what its readings come to already worked out.
Job following_old_part(Job job, const Survey& survey);

/// The job without a hole or edge of the old part: its readings and its places in designs go too.
Job without_old_feature(Job job, const std::string& name);
/// The job with a hole or edge of the old part renamed, wherever it is named.
Job with_old_name(Job job, const std::string& from, const std::string& to);

/// Whether following is called for after a change from one job to the other.
bool old_part_moved(const Job& before, const Job& after);

} // namespace clockface

#include "formats/system_words.h"
#include "words/say.h"

#include <cerrno>
#include <cstring>

namespace clockface {

std::string system_reason(int error) {
    switch (error) {
    case ENOENT:
        return say("there is no such file or folder");
    case EACCES:
    case EPERM:
        return say("you are not allowed to; choose another folder or ask for the right");
    case EROFS:
        return say("the disk is read-only; choose another place");
    case ENOSPC:
    case EDQUOT:
        return say("the disk is full; make room or choose another place");
    case EISDIR:
        return say("that is a folder, not a file");
    case ENAMETOOLONG:
        return say("the name is too long; choose a shorter one");
    case ELOOP:
        return say("its links lead back to themselves; choose another place");
    default:
        return std::strerror(error);
    }
}

} // namespace clockface

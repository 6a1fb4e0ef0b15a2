// One door for every sentence that is shown: a whole English template with named places. A translator can stand behind
// it.
//
//     say("Hole {hole}: {pecks} {pecks:peck|pecks} of {depth}.", {{"hole", name}, {"pecks", count}, {"depth", figure}})
//
// The English template is its own key, so the code stays readable, and `./run words` collects all of them. What is only
// read (callouts, the words of a file) does not come through here, and nothing parses or compares what does.
#pragma once

#include <cstddef>
#include <cstdint>
#include <initializer_list>
#include <string>
#include <string_view>
#include <type_traits>
#include <vector>

namespace clockface {

/// What stands at a named place of a template: a text, or a whole number, which also picks between forms. Lives as long
/// as what it was made from.
class InPlace {
public:
    InPlace(std::string_view name, std::string_view text)
        : m_name(name)
        , m_text(text) {}
    InPlace(std::string_view name, const std::string& text)
        : InPlace(name, std::string_view(text)) {}
    InPlace(std::string_view name, const char* text)
        : InPlace(name, std::string_view(text)) {}
    template <class Whole,
              std::enable_if_t<
                  std::is_integral_v<Whole> && !std::is_same_v<Whole, bool> && !std::is_same_v<Whole, char>, int> = 0>
    InPlace(std::string_view name, Whole count)
        : m_name(name)
        , m_counts(true)
        , m_count(static_cast<std::int64_t>(count)) {}

    [[nodiscard]] std::string_view name() const { return m_name; }
    [[nodiscard]] bool counts() const { return m_counts; }
    [[nodiscard]] std::int64_t count() const { return m_count; }
    /// Writes it behind what is there.
    void write(std::string& into) const;

private:
    std::string_view m_name;
    std::string_view m_text;
    bool m_counts = false;
    std::int64_t m_count = 0;
};

/// Another tongue: `words` gives its template for an English one (which it returns where it has none), `form` says
/// which of the forms "{count:one|many}" a number takes. Called from any thread.
struct Tongue {
    std::string (*words)(std::string_view english) = nullptr;
    std::size_t (*form)(std::int64_t count) = nullptr;
};
/// From now on sentences come out so. To be called before there is a second thread; without it they are English.
void speak(Tongue tongue);

/// The sentence for a template. "{name}" is replaced by what stands at that place, "{name:one|many}" by the form for
/// its number; where there are fewer forms than wanted, the last. A place nobody fills stays as written, so it is seen.
[[nodiscard]] std::string say(std::string_view english, std::initializer_list<InPlace> places = {});

/// "A1", "A1 and A2", "A1, A2 and A3"; and the same with "or". Empty for none.
[[nodiscard]] std::string all_of(const std::vector<std::string>& names);
[[nodiscard]] std::string one_of(const std::vector<std::string>& names);

/// Marks the template of a table or a choice for collecting; it is said, by say(), where it is shown.
constexpr const char* later(const char* english) {
    return english;
}

} // namespace clockface

// A part of a slip, declared once: what stands on it from top to bottom, when, and what its blanks read and write.
#pragma once

#include "widgets/renewed.h"
#include "widgets/sentence.h"
#include "widgets/shape.h"

#include <QIcon>
#include <functional>
#include <memory>
#include <optional>

namespace clockface::app {

class FlowLayout;

struct LinkAid {
    QString spoken = {}; ///< where it is more than the words
    QString tip = {};
};

struct LineLook {
    std::optional<bool> chosen = {}; ///< one of several of which one is chosen
    std::function<QIcon()> icon = {};
    QString aside = {}; ///< small words at its right
};

/// `says` is gone through after every change. First it is only heard, and nothing is made: where the same things are
/// said as stand there already, they stay, and their figures are shown anew. Where other things are said it is gone
/// through a second time, and widgets are made of them; whoever was at work in a blank goes on in the one of the same
/// name.
class Card {
public:
    using Says = std::function<void(Card&)>;
    /// Stands in `place`. `given_up`, if there is one, is called when a blank is left with Escape.
    Card(QVBoxLayout* place, int spacing, std::function<void()> given_up, Says says);

    [[nodiscard]] QVBoxLayout* place() const { return m_part.place(); }
    /// While a figure is being tried, the blank it is typed into must stay: nothing is made anew then.
    void renew(bool trying);
    /// The next time it is made anew, whatever is said.
    void forget() { m_stands.reset(); }

    // For `says`, in the order things stand in. Names are object names.

    /// A sentence, to read and to be given its blanks.
    Sentence& sentence(const QString& name = {});
    void heading(const QString& words);
    /// Small words that stay.
    void quiet(const QString& words);
    /// Small words that follow the figures; no room is taken while there are none.
    enum class OfUse { ToRead, ToCopy, BelowStep };
    void words(const QString& name, const QString& now, OfUse of_use = OfUse::ToRead);
    /// A few words that do something.
    void link(const QString& name, const QString& words, std::function<void()> then, const LinkAid& aid = {});
    /// Links one beside the other, going on below.
    void links(const std::function<void()>& all, OfUse of_use = OfUse::ToRead);
    /// A line as wide as the card that does something; its words follow the figures.
    void line(const QString& name, const QString& now, std::function<void()> then, const LinkAid& aid = {},
              const LineLook& look = {});
    /// Anything else; `make` gives a widget of that name.
    void shows(const QString& name, const std::function<QWidget*()>& make);
    void space(int pixels);
    /// Between all that stands on it.
    void set_spacing(int pixels);
    /// What is said is another where this is.
    template <class Value> Card& hangs_on(const Value& value) {
        m_heard << value;
        return *this;
    }

private:
    Renewed m_part;
    int m_spacing;
    std::function<void()> m_given_up;
    Says m_says;
    bool m_makes = false; // going through it to make widgets, and not only to hear
    Shape m_heard;
    std::optional<Shape> m_stands; // what was heard when it was made
    std::unique_ptr<Sentence> m_ear;
    QVBoxLayout* m_box = nullptr;
    FlowLayout* m_row = nullptr;
    QList<Sentence*> m_sentences;
    QStringList m_now; // words that follow the figures, as they were heard
    std::vector<std::function<void(const QString&)>> m_show_now;

    void hear();
    void make();
    void show_now();
};

} // namespace clockface::app

// Sums for the bench, in sentences: nothing here changes the job.
#pragma once

#include "slips/slip.h"

#include <map>

namespace clockface::app {

class Reckoner : public Slip {
    Q_OBJECT
public:
    Reckoner(Document& document, Selection& selection, QWidget* parent = nullptr);

signals:
    void leave_wanted();

protected:
    void refresh() override;

private:
    enum class Known { HolesAndSpan, SpanAndSpacing, HolesAndSpacing };

    std::map<QString, Length> m_lengths; // as it stands, by blank
    std::map<QString, Length> m_firsts;  // of the blanks nobody has typed over: what they began with
    std::map<QString, int> m_counts;
    std::map<QString, QString> m_texts;
    Known m_known = Known::HolesAndSpan;
    QList<Sentence*> m_sentences;
    QList<std::pair<QLabel*, std::function<QString()>>> m_answers;

    Sentence* add();
    /// A line below the sentence, with what it comes to.
    void answer(QString (Reckoner::*sum)() const);
    void length(Sentence& s, const QString& name, const QString& what, Length first);
    /// A length of either sign, or nought.
    void reading(Sentence& s, const QString& name, const QString& what, Length first);
    void count(Sentence& s, const QString& name, const QString& what, int first);
    void take_firsts();
    void reckon();
    [[nodiscard]] QString half() const;
    [[nodiscard]] QString difference() const;
    [[nodiscard]] QString posts() const;
    [[nodiscard]] QString row() const;
    [[nodiscard]] QString steps() const;
    [[nodiscard]] QString pair() const;
    [[nodiscard]] QString ring() const;
    // Sums for round work.
    void add_round_sums();
    [[nodiscard]] QString skated() const;
    [[nodiscard]] QString strip() const;
    [[nodiscard]] QString scriber() const;
    [[nodiscard]] QString run_out() const;
    [[nodiscard]] QString held_off_centre() const;
    [[nodiscard]] QString cross_hole() const;
    // Sums for scribing.
    void add_scribing_sums();
    [[nodiscard]] QString two_lines() const;
    [[nodiscard]] QString lens() const;
    [[nodiscard]] QString stepped_round() const;
    [[nodiscard]] QString arc_crossing() const;
    // Sums for cutters and depths.
    void text(Sentence& s, const QString& name, const QString& what, const QString& first);
    void add_cutting_sums();
    [[nodiscard]] QString thread_in_hole() const;
    [[nodiscard]] QString stiffer() const;
    [[nodiscard]] QString power_tap() const;
    [[nodiscard]] QString step_drill() const;
    [[nodiscard]] QString part_depth() const;
    [[nodiscard]] QString land() const;
    [[nodiscard]] QString loose_rod() const;
    [[nodiscard]] QString pecks_counted() const;
    [[nodiscard]] QString chamfer_touch() const;
    [[nodiscard]] QString which_machine() const;
    // Finding zero.
    void add_zero_sums();
    [[nodiscard]] QString bore() const;
    [[nodiscard]] QString touched() const;
    [[nodiscard]] QString sides() const;
    [[nodiscard]] QString brushed() const;
    [[nodiscard]] QString fig(Length length) const;

    void length_if(Sentence& s, const QString& name, const QString& what, Length first, bool above_nought);
};

} // namespace clockface::app

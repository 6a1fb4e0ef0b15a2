// The Cutters stage: what makes each kind of hole, step by step, and what to fetch from the drawer.
#pragma once

#include "slips/slip.h"
#include "widgets/renewed.h"
#include "widgets/shape.h"

#include <memory>

class QToolButton;

namespace clockface::app {

class CuttersSlip : public Slip {
    Q_OBJECT
public:
    CuttersSlip(Document& document, Selection& selection, QWidget* parent = nullptr);
    enum Page { TheHole, ToFetch, pages };
    void show_page(Page page);

signals:
    void shop_wanted(const QString& page);

protected:
    void refresh() override;

private:
    QList<QToolButton*> m_tabs;
    Page m_page = TheHole;
    std::unique_ptr<Renewed> m_steps; // built anew when the steps are other ones
    QLabel* m_told;
    Shape m_built;
    QList<Sentence*> m_sentences;
    QList<std::function<void()>> m_refreshers; // of the quiet words between the sentences
    QString m_why;                             // name of the step whose reasons are shown

    [[nodiscard]] int chain() const; // of the chosen hole, or -1
    [[nodiscard]] Shape structure() const;
    void build();
    void build_hole(QVBoxLayout* box);
    void show_kind(int chain);
    void build_kinds(QVBoxLayout* box);
    void build_spec(QVBoxLayout* box);
    void build_step(QVBoxLayout* box, const CutStep& step, int number);
    void build_acts(QVBoxLayout* box);
    void build_fetch(QVBoxLayout* box);
    Sentence* add_sentence(QVBoxLayout* box);
    QLabel* add_words(QVBoxLayout* box, std::function<QString()> words);
    /// Changes the wishes of the chosen hole's pattern as one undo step.
    void wish(const QString& name, const std::function<void(CuttingWishes&)>& change);
};

/// Blanks of one step: cutter, depth, speed, pecks; each an undo step of the wishes of pattern `index`.
/// How the sentence of a step reads, with places for the blanks of step_blanks().
QString step_reads(const CutStep& step);
void step_blanks(Sentence& sentence, const JobBlanks& blanks, const Document& document, std::size_t index,
                 const CutStep& step);
/// Why a step is as it is, all of it.
QString why_of(const CutStep& step);

} // namespace clockface::app

// The Cutters stage: what makes each kind of hole, step by step, and what to fetch from the drawer.
#pragma once

#include "slips/slip.h"

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
    QLabel* m_told;
    Card m_shown;
    QString m_why; // name of the step whose reasons are shown

    [[nodiscard]] int chain() const;           // of the chosen hole, or -1
    [[nodiscard]] std::size_t pattern() const; // that gives the chosen hole's kind; there is a chosen hole
    void show_kind(int chain);
    void write(Card& card);
    void write_hole(Card& card);
    void write_kinds(Card& card);
    void write_spec(Card& card);
    void write_step(Card& card, const CutStep& step, int number);
    void write_links(Card& card, const CutStep& step);
    void write_acts(Card& card);
    void write_fetch(Card& card);
    /// Changes the wishes of the chosen hole's pattern as one undo step.
    void wish(const QString& name, const std::function<void(CuttingOverrides&)>& change);
};

/// Blanks of one step: cutter, depth, speed, pecks; each an undo step of the wishes of pattern `index`.
/// How the sentence of a step reads, with places for the blanks of step_blanks().
QString step_reads(const CutStep& step);
void step_blanks(Sentence& sentence, const JobBlanks& blanks, const Document& document, std::size_t index,
                 const CutStep& step);
/// Why a step is as it is, all of it.
QString why_of(const CutStep& step);

} // namespace clockface::app

// The Proof slip: what to measure and what it should read, the readings, what they come to, one hole by itself, and
// whether it bolts up.
#pragma once

#include "order/shown_parts.h"
#include "part/reading_entry.h"
#include "proof/proof_desk.h"
#include "slips/slip.h"

#include <array>

namespace clockface::app {

class ProofSlip : public Slip {
    Q_OBJECT
public:
    ProofSlip(Document& document, Selection& selection, ShownParts& shown, QWidget* parent = nullptr);

    enum Page { Measure, Comes, Hole, Bolts, Why, Saving };
    struct PageName {
        Page page;
        const char* name;
    };
    static constexpr std::array<PageName, 6> pages = {
        {{Measure, "measure"}, {Comes, "verdict"}, {Hole, "hole"}, {Bolts, "bolts"}, {Why, "why"}, {Saving, "save"}}};
    void show_page(Page page);
    /// By its name. False when there is none of that name.
    bool show_page(const QString& name);
    void set_look(const Look& look) { m_entry->set_look(look); }
    /// What makes such a report, in whatever thread.
    [[nodiscard]] std::function<std::string()> reporter(const QString& ending);

signals:
    void report_wanted(const QString& ending); ///< ".csv" or ".json"

protected:
    void refresh() override;

private:
    ShownParts& m_shown;
    ProofDesk m_desk;
    Page m_page = Measure;
    QList<QToolButton*> m_tabs;
    QList<QWidget*> m_pages;
    QLabel *m_verdict, *m_told;
    Card m_head, m_next, m_measure, m_comes, m_hole, m_bolts, m_why, m_saving;
    ReadingEntry* m_entry;
    QPushButton* m_paste;
    bool m_by_plan = false;     ///< the line holds what was proposed
    bool m_instruments = false; ///< what the instruments are trusted to is open

    void tell(const QString& sentence);
    void told(const Result<void>& kept);
    void take(const ToMeasure& each);
    [[nodiscard]] const ToMeasure* next() const;
    void take_next();
    void save_by(std::size_t way);
    [[nodiscard]] QString verdict() const;
    void write_head(Card& card);
    void write_next(Card& card);
    void write_measure(Card& card);
    void write_instruments(Card& card);
    void write_zero(Card& card);
    void write_comes(Card& card);
    void write_holes(Card& card);
    void write_freedom(Card& card);
    void write_hole(Card& card);
    void write_sizes(Card& card, const HoleId& hole);
    void write_depths(Card& card, const clockface::Hole& hole);
    void write_screw(Card& card, const HoleId& hole);
    void write_cross(Card& card, const HoleId& hole);
    void write_mark(Card& card, const HoleId& hole);
    void write_bolts(Card& card);
    void write_why(Card& card);
    void write_saving(Card& card);
    void write_mate(Card& card);
    void write_fits(Card& card);
    [[nodiscard]] std::optional<std::size_t> chosen_hole() const;
    /// What was read at a hole of the piece that is worked on, in any job; and the same to be changed, stamped.
    [[nodiscard]] std::optional<HoleRead> read_of(const Job& job, const HoleId& hole) const;
    HoleRead& read_of(Job& job, const HoleId& hole);
    /// A length that was read at a hole, or was not.
    using Figure = std::optional<Length>& (*)(HoleRead&);
    void figure(Sentence& s, const QString& name, const QString& what, const HoleId& hole, Figure of);
    void mark_axis(Sentence& s, const QString& name, const QString& what, const HoleId& hole, Length Point::*axis);
    [[nodiscard]] FitTried* fit_in(JobProof& proof, std::size_t index) const;
    [[nodiscard]] QString expected(const Reading& reading) const;
    [[nodiscard]] QString line_of(const ToMeasure& each) const;
};

} // namespace clockface::app

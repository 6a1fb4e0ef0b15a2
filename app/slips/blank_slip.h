// The Blank stage: what piece of metal, and where is zero.
#pragma once

#include "slips/slip.h"

namespace clockface::app {

class BlankSlip : public Slip {
    Q_OBJECT
public:
    BlankSlip(Document& document, Selection& selection, QWidget* parent = nullptr);

protected:
    void refresh() override;

private:
    Card m_card;

    void write(Card& card);
    void write_metal(Card& card, const Blank& blank);
    void write_zero(Card& card, const Job& job);
    void job_sentence(Sentence& s);
    void shape_sentence(Sentence& s);
    void size_sentence(Sentence& s, const Blank& blank);
    void metal_sentence(Sentence& s, const Blank& blank);
    void step_sentence(Sentence& s, const Blank& blank);
    void existing_sentence(Sentence& s, std::size_t index, const Existing& there);
    void sawing_sentence(Sentence& s, const Blank& blank);
    void face_sentence(Sentence& s, const Blank& blank);
    void zero_sentence(Sentence& s, const Job& job);
    void angle_sentence(Sentence& s);
    void move_sentence(Sentence& s, const Job& job);
    void measured_blanks(Sentence& s, const QString& name, const QString& what,
                         const JobBlanks::Reach<Measured>& reach);
    void bar_size_sentence(Sentence& s, const Blank& blank);
    void bar_bore_sentence(Sentence& s, const Blank& blank);
    void shoulder_sentence(Sentence& s);
    void flat_sentence(Sentence& s, std::size_t index);
    void seen_from_sentence(Sentence& s);
    void add_flat();
    void add_existing();
    void remove_existing(std::size_t index);
};

} // namespace clockface::app

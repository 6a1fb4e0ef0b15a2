// The Hold slip: in a sentence what holds the work, what lies under every hole, and how zero is found.
#pragma once

#include "document/beside.h"
#include "order/shown_parts.h"
#include "plan/batch.h"
#include "slips/slip.h"

#include <atomic>
#include <memory>

namespace clockface::app {

/// What was said of the holding of the set-up at hand.
inline HoldingWishes& holding_wishes(Job& job) {
    return at_hand(job).holding;
}

class HoldSlip : public Slip {
    Q_OBJECT
public:
    HoldSlip(Document& document, Selection& selection, ShownParts& shown, QWidget* parent = nullptr);
    ~HoldSlip() override;

signals:
    void shop_wanted(const QString& page);

protected:
    void refresh() override;
    void hideEvent(QHideEvent* event) override;

private:
    /// What was worked out of a batch, and of which.
    struct BatchAnswer {
        BatchPlan plan;
        std::optional<Instead> instead;
    };
    ShownParts& m_shown;
    std::optional<PartsToLoad> m_batch_of;
    std::optional<BatchAnswer> m_batch;
    std::shared_ptr<std::atomic<bool>> m_leave_off;
    bool m_batch_waits = false; ///< it takes a while
    bool m_batch_order = false; ///< the order in which all go through is shown
    int m_setting = -1;         ///< that is shown on the board
    Beside<BatchAnswer> m_beside;
    Card m_card;
    bool m_all = false; ///< what is only wanted now and then is shown too

    void write(Card& card);
    void write_holding(Card& card);
    void write_why(Card& card);
    void write_parallels(Sentence& s);
    void write_bar_rest(Card& card);
    void write_how_it_is_laid(Card& card);
    void write_holder(Sentence& s, const std::vector<std::pair<std::string, QString>>& holders);
    void write_vise_stands(Card& card);
    void write_clamps(Card& card);
    void write_stop(Sentence& s);
    void follow_batch();
    void show_setting(int setting);
    void write_batch(Card& card);
    void write_settings(Card& card);
    void write_finder(Sentence& s);
    void write_beneath(Card& card);
    void write_zero(Card& card);
    void write_zero_history(Card& card);
    void write_zero_by(Card& card);
    void write_local_zero(Card& card);
    void write_rest(Card& card);
    void write_square(Card& card);
    void write_adjusting(Card& card);
    void write_reseating(Card& card);
};

} // namespace clockface::app

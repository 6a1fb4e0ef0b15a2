// The shop: what is in the drawer, the machines and their figures, how this shop cuts, and which shop it is.
#pragma once

#include "document/shop_store.h"
#include "shell/seams.h"
#include "shop/shop_blanks.h"
#include "widgets/card.h"

#include <QWidget>
#include <memory>

class QLabel;
class QPushButton;
class QVBoxLayout;

namespace clockface::app {

class ShopView : public QWidget {
    Q_OBJECT
public:
    ShopView(Document& document, ShopStore& store, Seams seams, QWidget* parent = nullptr);
    /// "interview", "drawer", "singles", "taps", "cutting", "hold", "kit", "shops", or the name of a machine. False
    /// when there is no such page.
    bool show_page(const QString& page);
    /// On the page of a machine: the guided test of this axis, where it has such a screw.
    void open_backlash_test(const QString& axis);

signals:
    void leave_wanted();

protected:
    void keyPressEvent(QKeyEvent* event) override;
    void showEvent(QShowEvent* event) override;

private:
    Document& m_document;
    ShopStore& m_store;
    Seams m_seams;
    ShopBlanks m_blanks;
    QString m_page = QStringLiteral("drawer");
    Card m_nav, m_shown;
    QLabel* m_told;

    void refresh();
    void write_nav(Card& card);
    void write_page(Card& card);
    void tell(const QString& sentence);
    [[nodiscard]] int machine_index() const;
    void change(const QString& step, const std::function<void(Shop&)>& how);

    // pages: drawer_page.cpp
    void write_drawer(Card& card);
    void write_singles(Card& card);
    void write_taps(Card& card);
    void write_cutting(Card& card);
    void write_gates(Card& card);
    void write_kit(Card& card);
    void write_shops(Card& card);
    // holdings_page.cpp
    void write_holdings(Card& card);
    void write_vises(Card& card);
    void add_vise_link(Card& card);
    void write_chucks(Card& card);
    void write_parallels(Card& card);
    void write_finders(Card& card);
    void write_interview(Card& card); // interview_page.cpp
    // machine_page.cpp
    void write_machine(Card& card, std::size_t index);
    void write_screw(Card& card, const QString& id, const QString& axis, Unit unit,
                     const ShopBlanks::Reach<Screw>& reach);
    void write_handwheels(Card& card, std::size_t index, const Handwheels& wheels);
    void write_readout(Card& card, std::size_t index, const Readout& readout);
    void write_line(Card& card, std::size_t index); // line_page.cpp
    void write_table(Card& card, std::size_t index, const RotaryTable& table);
    void write_layout(Card& card, std::size_t index, const LayoutBench& bench);
    void write_errors(Card& card, std::size_t index);
    void write_spindle(Card& card, std::size_t index);
    void open_shop(const QString& path);
};

} // namespace clockface::app

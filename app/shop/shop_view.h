// The shop: what is in the drawer, the machines and their figures, how this shop cuts, and which shop it is.
#pragma once

#include "document/shop_store.h"
#include "shell/seams.h"
#include "shop/shop_blanks.h"
#include "widgets/renewed.h"
#include "widgets/shape.h"

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
    /// "drawer", "singles", "taps", "cutting", "kit", "shops", or the name of a machine. False when there is no such
    /// page.
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
    std::unique_ptr<Renewed> m_nav, m_pages;
    QLabel* m_told;
    Shape m_built;
    QList<Sentence*> m_sentences;

    void refresh();
    void build();
    void build_nav();
    void tell(const QString& sentence);
    [[nodiscard]] Shape structure() const;
    [[nodiscard]] int machine_index() const;
    Sentence* add_sentence(QVBoxLayout* box);
    QLabel* add_quiet(QVBoxLayout* box, const QString& text);
    void add_heading(QVBoxLayout* box, const QString& text);
    QPushButton* add_link(QVBoxLayout* box, const QString& id, const QString& text, const std::function<void()>& then);
    void change(const QString& step, const std::function<void(Shop&)>& how);

    // pages: drawer_page.cpp
    void build_drawer(QVBoxLayout* box);
    void build_singles(QVBoxLayout* box);
    void build_taps(QVBoxLayout* box);
    void build_cutting(QVBoxLayout* box);
    void build_kit(QVBoxLayout* box);
    void build_shops(QVBoxLayout* box);
    // machine_page.cpp
    void build_machine(QVBoxLayout* box, std::size_t index);
    void screw_sentence(QVBoxLayout* box, const QString& id, const QString& axis, Unit unit,
                        const ShopBlanks::Reach<Screw>& reach);
    void build_handwheels(QVBoxLayout* box, std::size_t index, const Handwheels& wheels);
    void build_readout(QVBoxLayout* box, std::size_t index, const Readout& readout);
    void build_table(QVBoxLayout* box, std::size_t index, const RotaryTable& table);
    void build_layout(QVBoxLayout* box, std::size_t index, const LayoutBench& bench);
    void error_sentences(QVBoxLayout* box, std::size_t index);
    void spindle_sentences(QVBoxLayout* box, std::size_t index);
    void open_shop(const QString& path);
};

} // namespace clockface::app

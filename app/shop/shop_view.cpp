#include "shop/shop_view.h"

#include "formats/shop_json.h"
#include "look/plain_text.h"
#include "look/words.h"
#include "measure/cases.h"

#include <QHBoxLayout>
#include <QKeyEvent>
#include <QLabel>
#include <QPushButton>
#include <QScrollArea>
#include <QVBoxLayout>

namespace clockface::app {

namespace {

// Pages that are no machine's.
const QStringList& own_pages() {
    static const QStringList all = {"drawer", "singles", "taps", "cutting", "hold", "kit", "shops", "interview"};
    return all;
}

} // namespace

ShopView::ShopView(Document& document, ShopStore& store, Seams seams, QWidget* parent)
    : QWidget(parent)
    , m_document(document)
    , m_store(store)
    , m_seams(std::move(seams))
    , m_blanks(document, store)
    , m_nav(new QVBoxLayout, 5, {}, [this](Card& card) { write_nav(card); })
    , m_shown(new QVBoxLayout, 9, {}, [this](Card& card) { write_page(card); }) {
    setObjectName(QStringLiteral("slip")); // it is a card like the slip, only larger
    setAttribute(Qt::WA_StyledBackground);
    auto* all = new QHBoxLayout(this);
    all->setContentsMargins(24, 18, 24, 18);
    all->setSpacing(28);
    auto* left = new QVBoxLayout;
    left->setSpacing(6);
    left->addWidget(heading_label(tr("The shop")));
    left->addLayout(m_nav.place());
    left->addStretch();
    auto* back = new QPushButton(tr("Back to the job"));
    back->setObjectName(QStringLiteral("leaveShop"));
    set_tip(back, tr("Back to the job (Esc)"));
    back->setProperty("act", true);
    connect(back, &QPushButton::clicked, this, &ShopView::leave_wanted);
    left->addWidget(back);
    auto* left_holder = new QWidget;
    left_holder->setLayout(left);
    left_holder->setFixedWidth(248);
    all->addWidget(left_holder);

    auto* scroll = new QScrollArea;
    scroll->setObjectName(QStringLiteral("slipScroll"));
    scroll->setWidgetResizable(true);
    scroll->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    scroll->setFocusPolicy(Qt::NoFocus);
    auto* body = new QWidget;
    body->setObjectName(QStringLiteral("slipBody"));
    auto* right = new QVBoxLayout(body);
    right->setContentsMargins(0, 0, 16, 0);
    m_told = plain_label();
    m_told->setObjectName(QStringLiteral("shopTold"));
    m_told->setProperty("fault", true);
    m_told->setWordWrap(true);
    m_told->hide();
    right->addWidget(m_told);
    right->addLayout(m_shown.place());
    right->addStretch();
    scroll->setWidget(body);
    all->addWidget(scroll, 1);
    connect(&document, &Document::shop_changed, this, [this] {
        if (isVisible())
            refresh();
    });
}

void ShopView::showEvent(QShowEvent* event) {
    refresh();
    QWidget::showEvent(event);
}

void ShopView::keyPressEvent(QKeyEvent* event) {
    if (event->key() == Qt::Key_Escape)
        return emit leave_wanted();
    QWidget::keyPressEvent(event);
}

bool ShopView::show_page(const QString& page) {
    if (!own_pages().contains(page) && !m_document.shop().find(page.toStdString()))
        return false;
    m_page = page;
    tell({});
    if (isVisible())
        refresh();
    return true;
}

void ShopView::open_backlash_test(const QString& axis) {
    refresh();
    if (auto* test = findChild<QWidget*>(QStringLiteral("backlash:") + axis))
        test->show();
}

void ShopView::tell(const QString& sentence) {
    m_told->setText(sentence.isEmpty() ? QString() : QStringLiteral("▲ ") + sentence);
    m_told->setVisible(!sentence.isEmpty());
}

void ShopView::change(const QString& step, const std::function<void(Shop&)>& how) {
    tell(m_blanks.edit(step, how));
}

int ShopView::machine_index() const {
    const auto& machines = m_document.shop().machines;
    for (std::size_t i = 0; i < machines.size(); ++i)
        if (q(machines[i].name) == m_page)
            return static_cast<int>(i);
    return -1;
}

void ShopView::refresh() {
    if (machine_index() < 0 && !own_pages().contains(m_page))
        m_page = QStringLiteral("drawer"); // the machine has another name now, or is gone
    m_nav.renew(false);
    m_shown.renew(false);
}

void ShopView::write_nav(Card& card) {
    const auto entry = [&](const QString& page, const QString& words) {
        card.line(QStringLiteral("shopPage:") + page, words,
                  [this, page] {
                      show_page(page);
                      refresh();
                  },
                  {}, {.chosen = page == m_page});
    };
    entry(QStringLiteral("interview"), tr("Five questions"));
    entry(QStringLiteral("drawer"), tr("Sets in the drawer"));
    entry(QStringLiteral("singles"), tr("Single cutters"));
    entry(QStringLiteral("taps"), tr("Taps and fluids"));
    entry(QStringLiteral("cutting"), tr("How we cut"));
    entry(QStringLiteral("hold"), tr("Vises and parallels"));
    entry(QStringLiteral("kit"), tr("Pins, packing, instruments"));
    card.quiet(tr("Machines"));
    for (const Machine& machine : m_document.shop().machines)
        entry(q(machine.name), q(machine.name));
    card.quiet(tr("Which shop"));
    entry(QStringLiteral("shops"),
          q(m_document.shop().name.empty() ? std::string("This shop") : m_document.shop().name));
}

void ShopView::write_page(Card& card) {
    card.hangs_on(m_page);
    if (const int machine = machine_index(); machine >= 0)
        write_machine(card, static_cast<std::size_t>(machine));
    else if (m_page == QLatin1String("singles"))
        write_singles(card);
    else if (m_page == QLatin1String("taps"))
        write_taps(card);
    else if (m_page == QLatin1String("cutting"))
        write_cutting(card);
    else if (m_page == QLatin1String("hold"))
        write_holdings(card);
    else if (m_page == QLatin1String("interview"))
        write_interview(card);
    else if (m_page == QLatin1String("kit"))
        write_kit(card);
    else if (m_page == QLatin1String("shops"))
        write_shops(card);
    else
        write_drawer(card);
}

void ShopView::open_shop(const QString& path) {
    const Result<Shop> shop = load_shop(path.toStdString());
    if (!shop)
        return tell(tr("%1 The shop in use was left as it is.").arg(q(shop.error().text())));
    const auto kept = m_document.edit_shop(tr("another shop"), *shop, path);
    tell(kept ? QString() : q(kept.error().text()));
}

} // namespace clockface::app

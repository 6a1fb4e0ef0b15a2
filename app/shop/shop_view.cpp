#include "shop/shop_view.h"

#include "formats/shop_json.h"
#include "look/plain_text.h"
#include "look/words.h"
#include "measure/cases.h"
#include "widgets/line_button.h"
#include "widgets/wrapping.h"

#include <QHBoxLayout>
#include <QKeyEvent>
#include <QLabel>
#include <QPushButton>
#include <QScrollArea>
#include <QVBoxLayout>

namespace clockface::app {

ShopView::ShopView(Document& document, ShopStore& store, Seams seams, QWidget* parent)
    : QWidget(parent)
    , m_document(document)
    , m_store(store)
    , m_seams(std::move(seams))
    , m_blanks(document, store) {
    setObjectName(QStringLiteral("slip")); // it is a card like the slip, only larger
    setAttribute(Qt::WA_StyledBackground);
    auto* all = new QHBoxLayout(this);
    all->setContentsMargins(24, 18, 24, 18);
    all->setSpacing(28);
    auto* left = new QVBoxLayout;
    left->setSpacing(6);
    auto* title = plain_label(tr("The shop"));
    title->setProperty("heading", true);
    left->addWidget(title);
    auto* nav = new QVBoxLayout;
    left->addLayout(nav);
    m_nav = std::make_unique<Renewed>(nav);
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
    auto* pages = new QVBoxLayout;
    right->addLayout(pages);
    m_pages = std::make_unique<Renewed>(pages);
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
    const QStringList own = {"drawer", "singles", "taps", "cutting", "kit", "shops"};
    if (!own.contains(page) && !m_document.shop().find(page.toStdString()))
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

// What the widgets stand for; figures alone do not rebuild them.
Shape ShopView::structure() const {
    const Shop& shop = m_document.shop();
    Shape all;
    all << m_page << m_document.shop_path();
    for (const Machine& machine : shop.machines)
        all << machine.name << machine.kind.index() << machine.spindle.steps.empty();
    if (const int now = machine_index(); now >= 0) { // the guided test goes by the dial's own figures
        const Machine& machine = shop.machines[static_cast<std::size_t>(now)];
        const auto add = [&](const Screw& screw) {
            all << screw.lead.in_mm() << screw.lines << screw.plus << screw.unit;
        };
        std::visit(Cases{[&](const Handwheels& wheels) {
                             add(wheels.x);
                             add(wheels.y);
                         },
                         [&](const RotaryTable& table) { add(table.slide); }, [](const Readout&) {},
                         [](const LayoutBench&) {}, [](const DrillPress&) {}, [](const MarksAcross&) {}},
                   machine.kind);
    }
    for (const CutterSet& set : shop.drawer.sets)
        all << set.family;
    all << shop.drawer.singles.size() << shop.drawer.taps.size();
    for (const Cutter& each : shop.drawer.singles)
        all << each.kind;
    if (m_page == QLatin1String("shops"))
        for (const QString& file : m_store.files())
            all << file;
    return all;
}

void ShopView::refresh() {
    if (machine_index() < 0 && !QStringList{"drawer", "singles", "taps", "cutting", "kit", "shops"}.contains(m_page))
        m_page = QStringLiteral("drawer"); // the machine has another name now, or is gone
    if (const Shape now = structure(); now != m_built) {
        m_built = now;
        build();
    }
    for (Sentence* each : std::as_const(m_sentences))
        each->refresh();
}

void ShopView::build_nav() {
    QVBoxLayout* box = m_nav->begin(5);
    const auto entry = [&](const QString& page, const QString& words) {
        auto* button = new LineButton(words);
        button->setObjectName(QStringLiteral("shopPage:") + page);
        button->setCheckable(true);
        button->setChecked(page == m_page);
        connect(button, &QPushButton::clicked, this, [this, page] {
            show_page(page);
            refresh();
        });
        box->addWidget(button);
    };
    entry(QStringLiteral("drawer"), tr("Sets in the drawer"));
    entry(QStringLiteral("singles"), tr("Single cutters"));
    entry(QStringLiteral("taps"), tr("Taps and fluids"));
    entry(QStringLiteral("cutting"), tr("How we cut"));
    entry(QStringLiteral("kit"), tr("Pins, packing, instruments"));
    auto* machines = plain_label(tr("Machines"));
    machines->setProperty("quiet", true);
    box->addWidget(machines);
    for (const Machine& machine : m_document.shop().machines)
        entry(q(machine.name), q(machine.name));
    auto* shops = plain_label(tr("Which shop"));
    shops->setProperty("quiet", true);
    box->addWidget(shops);
    entry(QStringLiteral("shops"),
          q(m_document.shop().name.empty() ? std::string("This shop") : m_document.shop().name));
    m_nav->end();
}

void ShopView::build() {
    build_nav();
    m_sentences.clear();
    QVBoxLayout* box = m_pages->begin(9);
    if (const int machine = machine_index(); machine >= 0)
        build_machine(box, static_cast<std::size_t>(machine));
    else if (m_page == QLatin1String("singles"))
        build_singles(box);
    else if (m_page == QLatin1String("taps"))
        build_taps(box);
    else if (m_page == QLatin1String("cutting"))
        build_cutting(box);
    else if (m_page == QLatin1String("kit"))
        build_kit(box);
    else if (m_page == QLatin1String("shops"))
        build_shops(box);
    else
        build_drawer(box);
    m_pages->end();
}

Sentence* ShopView::add_sentence(QVBoxLayout* box) {
    auto* made = new Sentence;
    m_sentences << made;
    box->addWidget(made);
    return made;
}

QLabel* ShopView::add_quiet(QVBoxLayout* box, const QString& text) {
    auto* label = plain_label(text);
    label->setProperty("quiet", true);
    label->setWordWrap(true);
    box->addWidget(label);
    return label;
}

void ShopView::add_heading(QVBoxLayout* box, const QString& text) {
    auto* label = plain_label(text);
    label->setProperty("heading", true);
    box->addWidget(label);
}

QPushButton* ShopView::add_link(QVBoxLayout* box, const QString& id, const QString& text,
                                const std::function<void()>& then) {
    auto* made = link_button(id, text);
    connect(made, &QPushButton::clicked, this, then);
    box->addWidget(made);
    return made;
}

void ShopView::open_shop(const QString& path) {
    const Result<Shop> shop = load_shop(path.toStdString());
    if (!shop)
        return tell(tr("%1 The shop in use was left as it is.").arg(q(shop.error().text())));
    const auto kept = m_document.edit_shop(tr("another shop"), *shop, path);
    tell(kept ? QString() : q(kept.error().text()));
}

} // namespace clockface::app

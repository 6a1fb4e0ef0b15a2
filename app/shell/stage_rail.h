// The stages, left: icon, word and a small mark of how each stands.
#pragma once

#include "document/document.h"
#include "look/look.h"
#include "shell/stages.h"

#include <QAbstractButton>

#include <QWidget>
#include <map>

namespace clockface::app {

class StageButton : public QAbstractButton {
    Q_OBJECT
public:
    StageButton(const QString& icon, const QString& word, const QKeySequence& keys, QWidget* parent = nullptr);
    void set_state(StageState state);
    void set_look(const Look& look);
    [[nodiscard]] StageState state() const { return m_state; }
    [[nodiscard]] QSize sizeHint() const override { return {92, 80}; }

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    QString m_icon;
    StageState m_state;
    const Look* m_look = &Look::day();
};

class StageRail : public QWidget {
    Q_OBJECT
public:
    explicit StageRail(Document& document, QWidget* parent = nullptr);
    void set_stage(Stage stage);
    void set_look(const Look& look);

signals:
    void stage_wanted(Stage stage);

private:
    Document& m_document;
    std::map<Stage, StageButton*> m_buttons;

    void refresh();
};

} // namespace clockface::app

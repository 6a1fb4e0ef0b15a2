// The rest a drill has after a hole, counted down beside the card. Nothing waits for it.
#pragma once

#include <QLabel>
#include <QTimer>

class QSettings;

namespace clockface::app {

class CoolDown : public QLabel {
    Q_OBJECT
public:
    explicit CoolDown(QWidget* parent = nullptr);
    /// How long it is is kept there.
    void keep_in(QSettings& settings) { m_settings = &settings; }
    /// Seconds; 0: it has none.
    [[nodiscard]] int seconds() const;
    void set_seconds(int seconds);
    /// A hole has been drilled.
    void begin();

private:
    QSettings* m_settings = nullptr;
    QTimer m_second;
    int m_left = 0;

    void show_left();
};

} // namespace clockface::app

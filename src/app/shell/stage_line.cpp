// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/stage_line.h"

#include <QHBoxLayout>
#include <QPainter>

#include "app/theme/theme.h"

namespace ovant {
namespace {

class Station : public QAbstractButton {
public:
    Station(const QString& name, QWidget* parent) : QAbstractButton(parent) {
        setText(name);
        setCheckable(true);
        setFocusPolicy(Qt::StrongFocus);
        setMinimumWidth(64);
        setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Expanding);
        setCursor(Qt::PointingHandCursor);
    }
    void set_faults(int faults) {
        if (faults == faults_ && !accessibleName().isEmpty()) return;
        faults_ = faults;
        setAccessibleName(faults > 0 ? QObject::tr("%1, open faults: %2").arg(text()).arg(faults)
                                     : text());
        setToolTip(accessibleName());
        update();
    }
    // Stations up to the present one are filled: work got this far.
    bool passed = false;
    static double mark_y(const QWidget& widget) { return widget.height() * 0.38; }

protected:
    void paintEvent(QPaintEvent*) override {
        QPainter painter(this);
        painter.setRenderHint(QPainter::Antialiasing);
        const Theme& theme = theme_of(*this);
        const QPointF centre(width() / 2.0, mark_y(*this));
        painter.setPen(QPen(theme.copper, 2));
        painter.setBrush(passed ? theme.copper : theme.card);
        painter.drawRoundedRect(QRectF(centre.x() - 7, centre.y() - 7, 14, 14), 3, 3);
        painter.setFont(text_font(*this, 1, isChecked()));
        painter.setPen(theme.ink);
        painter.drawText(QRectF(0, centre.y() + 9, width(), height() - centre.y() - 9),
                         Qt::AlignHCenter | Qt::AlignTop, text());
        if (faults_ > 0) {
            painter.setFont(text_font(*this, 0.85, true));
            painter.setPen(theme.fails);
            painter.drawText(QPointF(centre.x() + 14, centre.y() - 5), QString::number(faults_));
        }
        if (hasFocus()) paint_focus(painter, theme, rect().adjusted(3, 1, -4, -2));
    }

private:
    int faults_ = 0;
};

}  // namespace

StageLine::StageLine(QWidget* parent) : QWidget(parent) {
    setObjectName("stageLine");
    const QString names[] = {tr("Survey"), tr("Reach"), tr("Power"), tr("Parts"), tr("Prove")};
    auto* layout = new QHBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(0);
    for (std::size_t i = 0; i < stations_.size(); ++i) {
        auto* station = new Station(names[i], this);
        station->setObjectName("stage-" + names[i].toLower());
        station->setToolTip(names[i]);
        stations_[i] = station;
        layout->addWidget(station);
        connect(station, &QAbstractButton::clicked, this,
                [this, i] { emit chosen(static_cast<Stage>(i)); });
    }
    set_stage(stage_);
}

void StageLine::set_stage(Stage stage) {
    stage_ = stage;
    for (std::size_t i = 0; i < stations_.size(); ++i) {
        stations_[i]->setChecked(i == static_cast<std::size_t>(stage));
        static_cast<Station*>(stations_[i])->passed = i <= static_cast<std::size_t>(stage);
        stations_[i]->update();
    }
    update();
}

void StageLine::set_faults(const StageFaults& faults) {
    const int counts[] = {faults.survey, faults.reach, faults.power, 0, faults.prove};
    for (std::size_t i = 0; i < stations_.size(); ++i)
        static_cast<Station*>(stations_[i])->set_faults(counts[i]);
}

void StageLine::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    const Theme& theme = theme_of(*this);
    const double y = Station::mark_y(*stations_[0]);
    for (std::size_t i = 1; i < stations_.size(); ++i) {
        const bool passed = i <= static_cast<std::size_t>(stage_);
        painter.setPen(QPen(passed ? theme.copper : theme.rule, 3));
        painter.drawLine(QPointF(stations_[i - 1]->geometry().center().x() + 7.0, y),
                         QPointF(stations_[i]->geometry().center().x() - 7.0, y));
    }
}

}  // namespace ovant

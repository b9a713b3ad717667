// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/kit/working_view.h"

#include <QScrollArea>
#include <QVBoxLayout>

#include "app/theme/theme.h"
#include "phrase/check_text.h"

namespace ovant {

WorkingView::WorkingView(QWidget* parent) : QLabel(parent) {
    setObjectName("working");
    setTextFormat(Qt::RichText);
    setWordWrap(true);
    setTextInteractionFlags(Qt::TextSelectableByMouse);
}

void WorkingView::set_working(const Working& working, UnitSystem units) {
    const Theme& theme = theme_of(*this);
    const QFont mono = formula_font(*this);
    QString html;
    std::string_view source_before;
    for (const Step& step : working) {
        const auto escaped = [](const std::string& text) {
            return QString::fromStdString(text).toHtmlEscaped();
        };
        html +=
            QString("<p style='margin:0 0 6px 0'><span>%1</span><br>").arg(escaped(step.formula));
        QString numbers = escaped(step.substituted);
        if (!numbers.isEmpty()) numbers += "<br>";
        html +=
            QString(
                "<span style=\"font-family:'JetBrains Mono';font-size:%1pt\">%2<b>%3</b></span>")
                .arg(mono.pointSizeF())
                .arg(numbers, escaped(step_result(step, units)));
        // The same source in a row is named once.
        if (step.source.text != source_before && !step.source.text.empty()) {
            html += QString("<br><span style='color:%1'>%2</span>")
                        .arg(theme.quiet.name(), escaped(source_text(step.source)));
        }
        source_before = step.source.text;
        html += "</p>";
    }
    if (html.isEmpty()) html = tr("Nothing is computed here: it either fits or it does not.");
    setText(html);
}

WorkingPopup::WorkingPopup(const QString& heading, const Working& working, UnitSystem units,
                           QWidget* parent)
    : QFrame(parent, Qt::Popup) {
    setObjectName("workingPopup");
    setAttribute(Qt::WA_DeleteOnClose);
    const Theme& theme = theme_of(*parent);
    setStyleSheet(QString("#workingPopup { background:%1; border:1px solid %2; }")
                      .arg(theme.card.name(), theme.rule.name()));
    auto* title = new QLabel(heading);
    title->setFont(text_font(*this, 1, true));
    title->setWordWrap(true);
    auto* view = new WorkingView;
    view->set_working(working, units);
    auto* scroll = new QScrollArea;
    scroll->setWidgetResizable(true);
    scroll->setFrameShape(QFrame::NoFrame);
    scroll->setWidget(view);
    scroll->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(12, 10, 8, 10);
    layout->addWidget(title);
    layout->addWidget(scroll);
    setFixedWidth(420);
    view->setFixedWidth(386);
    setFixedHeight(std::min(420, view->heightForWidth(386) + title->heightForWidth(386) + 40));
    setFocusPolicy(Qt::StrongFocus);
}

}  // namespace ovant

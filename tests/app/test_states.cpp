// SPDX-License-Identifier: GPL-3.0-or-later
// What is seen after a click: every kind of widget in every state, measured from pixels.
#include "app/driver.h"
#include "app/painted_text.h"
#include "app/power/power_view.h"
#include "app/theme/theme.h"
#include "app/verdict/check_row.h"

using namespace ovant;

namespace {

constexpr double least_text = 4.45, least_focus = 3;

struct Dressed {
    explicit Dressed(bool dark, double points) : points_(qApp->font().pointSizeF()) {
        QFont font = qApp->font();
        font.setPointSizeF(points);
        qApp->setFont(font);
        apply_theme(*qApp, dark);
    }
    ~Dressed() {
        QFont font = qApp->font();
        font.setPointSizeF(points_);
        qApp->setFont(font);
        apply_theme(*qApp, false);
    }
    double points_;
};

// With what it stands on.
QImage picture_of(QWidget& widget) {
    QWidget* top = widget.window();
    return top->grab(QRect(widget.mapTo(top, QPoint(0, 0)), widget.size())).toImage();
}

// The strongest that anything in the box stands out.
double strongest(const QImage& picture, const QRectF& box, const QColor& ground) {
    double out = 1;
    const QRect pixels = box.toAlignedRect() & picture.rect();
    for (int y = pixels.top(); y <= pixels.bottom(); ++y) {
        for (int x = pixels.left(); x <= pixels.right(); ++x)
            out = std::max(out, contrast(picture.pixelColor(x, y), ground));
    }
    return out;
}

void check_legible(QWidget& widget, const QImage& picture) {
    // What is selected in a field is painted twice, in two colours, each where the other is not.
    const bool field = qobject_cast<QLineEdit*>(&widget) ||
                       qobject_cast<QPlainTextEdit*>(&widget) ||
                       qobject_cast<QAbstractSpinBox*>(&widget);
    for (const PaintedText& one : painted_text(widget)) {
        if (one.box.width() < 4 || one.box.height() < 4) continue;
        const QColor ground = ground_under(picture, one.box);
        if (field) {
            INFO("“" << one.text.toStdString() << "” in a field");
            CHECK(strongest(picture, one.box, ground) >= least_text - 1);  // letters are thin
            continue;
        }
        INFO("“" << one.text.toStdString() << "”: " << one.colour.name().toStdString() << " on "
                 << ground.name().toStdString());
        CHECK(contrast(one.colour, ground) >= least_text);
    }
}

// Pixels that differ so much that a person sees it.
int pixels_apart(const QImage& a, const QImage& b) {
    int count = 0;
    if (a.size() != b.size()) return 0;
    for (int y = 0; y < a.height(); ++y) {
        for (int x = 0; x < a.width(); ++x) {
            if (a.pixel(x, y) != b.pixel(x, y) &&
                contrast(a.pixelColor(x, y), b.pixelColor(x, y)) >= least_focus)
                ++count;
        }
    }
    return count;
}

void put_focus(QWidget* widget) {
    for (QWidget* around = widget->parentWidget(); around; around = around->parentWidget()) {
        if (auto* scrolled = qobject_cast<QScrollArea*>(around))
            scrolled->ensureWidgetVisible(widget);
    }
    QApplication::setActiveWindow(widget->window());
    widget->setFocus(Qt::TabFocusReason);
    QCoreApplication::processEvents();
}

// With the focus and without: legible both times, and told apart.
void check_focus(QWidget& widget, QWidget& elsewhere) {
    INFO(widget.metaObject()->className() << " " << widget.objectName().toStdString());
    put_focus(&elsewhere);
    const QImage before = picture_of(widget);
    put_focus(&widget);
    if (!widget.hasFocus() || widget.visibleRegion().isEmpty()) return;
    const QImage after = picture_of(widget);
    CHECK(pixels_apart(before, after) >= 20);
    check_legible(widget, after);
}

void check_states(QWidget& widget, QWidget& elsewhere) {
    INFO(widget.metaObject()->className() << " " << widget.objectName().toStdString());
    put_focus(&elsewhere);
    check_legible(widget, picture_of(widget));
    widget.setAttribute(Qt::WA_UnderMouse, true);
    QHoverEvent over(QEvent::HoverEnter, QPointF(5, 5), QPointF(5, 5), QPointF(-1, -1));
    QApplication::sendEvent(&widget, &over);
    check_legible(widget, picture_of(widget));
    widget.setAttribute(Qt::WA_UnderMouse, false);
    if (auto* button = qobject_cast<QAbstractButton*>(&widget)) {
        button->setDown(true);
        check_legible(widget, picture_of(widget));
        button->setDown(false);
        if (button->isCheckable()) {
            button->setChecked(true);
            check_legible(widget, picture_of(widget));
        }
    }
    if (widget.focusPolicy() != Qt::NoFocus) check_focus(widget, elsewhere);
    widget.setEnabled(false);
    check_legible(widget, picture_of(widget));
    widget.setEnabled(true);
}

template <class View>
void select_first(View* view) {
    view->setCurrentIndex(view->model()->index(0, 0));
    view->selectionModel()->select(view->model()->index(0, 0),
                                   QItemSelectionModel::Select | QItemSelectionModel::Rows);
}

}  // namespace

TEST_CASE("each kind of widget is legible in each state, and shows where the focus is",
          "[window][states]") {
    for (bool dark : {false, true}) {
        for (double points : {9.0, 12.0, 16.0}) {
            const Dressed dressed(dark, points);
            INFO((dark ? "dark " : "light ") << points);
            QWidget page;
            auto* layout = new QVBoxLayout(&page);
            auto* elsewhere = new QPushButton("Elsewhere");
            layout->addWidget(elsewhere);
            std::vector<QWidget*> widgets;
            const auto add = [&](auto* widget) {
                layout->addWidget(widget);
                widgets.push_back(widget);
                return widget;
            };
            add(new QPushButton("Use"));
            add(new QPushButton("Keep"))->setFlat(true);
            add(new QToolButton)->setText("Select");
            auto* checkable = add(new QToolButton);
            checkable->setText("Camera");
            checkable->setCheckable(true);
            add(new QCheckBox("Outdoors"));
            add(new QRadioButton("Fibre"));
            add(new QComboBox)->addItems({"Maker-rated", "Standard"});
            auto* line = add(new QLineEdit("41.1 m"));
            line->selectAll();
            add(new QPlainTextEdit("A note"))->selectAll();
            add(new QSpinBox);
            auto* list = add(new QListWidget);
            list->addItems({"K01", "K02"});
            select_first(list);
            auto* tree = add(new QTreeWidget);
            tree->setHeaderLabels({"What", "How much"});
            tree->addTopLevelItem(new QTreeWidgetItem({"Cable", "12"}));
            tree->addTopLevelItem(new QTreeWidgetItem({"Box", "2"}));
            select_first(tree);
            auto* table = add(new QTableWidget(2, 2));
            table->setItem(0, 0, new QTableWidgetItem("K01"));
            table->setItem(1, 1, new QTableWidgetItem("30 W"));
            select_first(table);
            auto* tabs = add(new QTabBar);
            tabs->addTab("Verdict");
            tabs->addTab("Details");
            page.resize(500, 1100);
            page.show();
            for (QWidget* widget : widgets) check_states(*widget, *elsewhere);
            // The rows of a drop-down, the one under the mouse among them.
            auto* drop = page.findChild<QComboBox*>();
            drop->showPopup();
            drop->view()->setCurrentIndex(drop->model()->index(1, 0));
            QCoreApplication::processEvents();
            check_legible(*drop->view(), drop->view()->grab().toImage());
            drop->hidePopup();
            QMenu menu;
            menu.addAction("Undo");
            menu.addAction("Redo")->setEnabled(false);
            menu.popup(QPoint(0, 0));
            menu.setActiveAction(menu.actions().front());
            check_legible(menu, menu.grab().toImage());
            const QImage first = menu.grab().toImage();
            menu.setActiveAction(nullptr);
            CHECK(pixels_apart(first, menu.grab().toImage()) >= 20);
            menu.close();
        }
    }
}

TEST_CASE("a check that was clicked can be read", "[window][states]") {
    for (bool dark : {false, true}) {
        const Dressed dressed(dark, 10);
        Driver d;
        d.open_copper();
        d.document().select("K14");
        QCoreApplication::processEvents();
        int clicked = 0;
        for (CheckRow* row : d.window().findChildren<CheckRow*>()) {
            if (!row->isVisible() || row->height() < 10) continue;
            INFO(row->objectName().toStdString());
            d.click(row, QPointF(30, 12));
            CHECK(row->is_open());
            check_legible(*row, picture_of(*row));
            d.click(row, QPointF(30, 12));
            check_legible(*row, picture_of(*row));
            ++clicked;
        }
        CHECK(clicked >= 4);
    }
}

TEST_CASE("all that takes the focus in the window shows it", "[window][states]") {
    for (bool dark : {false, true}) {
        const Dressed dressed(dark, 10);
        Driver d;
        d.open_copper();
        d.document().select("K14");
        d.window().resize(1280, 800);
        for (Stage stage :
             {Stage::survey, Stage::reach, Stage::power, Stage::parts, Stage::prove}) {
            d.window().set_stage(stage);
            for (int round = 0; round < 3; ++round) {
                d.wait([] { return QThreadPool::globalInstance()->activeThreadCount() == 0; });
                QTest::qWait(150);
            }
            INFO("stage " << static_cast<int>(stage) << (dark ? ", dark" : ", light"));
            QWidget* top = &d.window();
            std::vector<QPointer<QWidget>> chain;
            for (QWidget* one = top->nextInFocusChain(); one != top;
                 one = one->nextInFocusChain()) {
                if (one->isVisibleTo(top) && one->window() == top && one->isEnabled() &&
                    (one->focusPolicy() & Qt::TabFocus) && !one->visibleRegion().isEmpty())
                    chain.push_back(one);
            }
            REQUIRE(chain.size() > 8);
            auto* filter = d.find<QLineEdit>("runFilter");
            for (const QPointer<QWidget>& widget : chain) {
                // A list that is made anew takes its rows with it.
                if (!widget || !widget->isVisibleTo(top)) continue;
                check_focus(*widget, widget == filter ? *d.find("runs") : *filter);
            }
        }
    }
}

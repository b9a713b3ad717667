// SPDX-License-Identifier: GPL-3.0-or-later
// Ways for all cameras at once: what is wished for, what was found, and why.
#pragma once

#include <QTimer>
#include <QWidget>

#include <atomic>

#include "app/document/document.h"
#include "app/kit/background_job.h"
#include "core/design/design.h"

class QCheckBox;
class QComboBox;
class QLabel;
class QLineEdit;
class QPushButton;
class QTableWidget;

namespace ovant {

class DesignPage : public QWidget {
    Q_OBJECT

public:
    explicit DesignPage(Document& document, QWidget* parent = nullptr);
    enum class Then { list, plan };
    void design(Then then = Then::list);
    void five_to_choose_from();

signals:
    // What was found is to be looked at on the plan, which shows it beside what stands.
    void plan_wanted();

private:
    QWidget* controls();
    QWidget* found();
    void look_for(bool five, Then then = Then::list);
    void stop();
    void forget();
    void show_found();
    void show_cameras();
    void show_marks();
    const SiteDesign* chosen() const;
    void show_on_plan();
    void use();
    void keep();

    Document& document_;
    QComboBox *prefer_, *keep_of_site_;
    QCheckBox* tight_;
    QLineEdit* most_price_;
    QPushButton *design_, *five_, *stop_, *plan_, *use_, *keep_;
    QLabel *summary_, *saving_, *open_;
    QTableWidget *designs_, *cameras_;
    QTimer look_;
    std::shared_ptr<const Site> of_;  // what designs_found_ are of
    std::vector<SiteDesign> designs_found_;
    std::shared_ptr<std::atomic<bool>> enough_;  // the search is to end with what it has
    BackgroundJob<std::vector<SiteDesign>> job_;
};

}  // namespace ovant

// SPDX-License-Identifier: GPL-3.0-or-later
// Which paper the plan goes on, what of it, and as what file.
#pragma once

#include <QComboBox>
#include <QDialog>
#include <QLabel>

#include "app/document/document.h"
#include "app/kit/prompts.h"
#include "app/plan/plan_sheet.h"

namespace ovant {

class PlanSheetDialog : public QDialog {
    Q_OBJECT

public:
    // `whole_m` and `seen_m`: the area of all of it, and what the view shows now.
    PlanSheetDialog(Document& document, Prompts& prompts, const QRectF& whole_m,
                    const QRectF& seen_m, QWidget* parent);
    PlanSheet sheet() const;

private:
    void show_scale();
    void save();
    Document& document_;
    Prompts& prompts_;
    const QRectF whole_m_, seen_m_;
    QComboBox *paper_, *part_, *format_;
    QLabel* scale_;
};

}  // namespace ovant

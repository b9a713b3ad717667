// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/plan/plan_sheet_dialog.h"

#include <QDialogButtonBox>
#include <QFormLayout>
#include <QLocale>
#include <QPushButton>
#include <QSettings>

#include "app/document/save_export.h"

namespace ovant {

PlanSheetDialog::PlanSheetDialog(Document& document, Prompts& prompts, const QRectF& whole_m,
                                 const QRectF& seen_m, QWidget* parent)
    : QDialog(parent),
      document_(document),
      prompts_(prompts),
      whole_m_(whole_m),
      seen_m_(seen_m),
      paper_(new QComboBox),
      part_(new QComboBox),
      format_(new QComboBox),
      scale_(new QLabel) {
    setObjectName("planSheet");
    setWindowTitle(tr("The plan on paper"));
    paper_->setObjectName("sheetPaper");
    for (const auto paper : sheet_papers)
        paper_->addItem(QPageSize(paper).name().section(' ', 0, 0), static_cast<int>(paper));
    const bool letter = QLocale().measurementSystem() == QLocale::ImperialUSSystem;
    const int usual = static_cast<int>(letter ? QPageSize::Letter : QPageSize::A4);
    paper_->setCurrentIndex(
        std::max(0, paper_->findData(QSettings().value("planPaper", usual).toInt())));
    part_->setObjectName("sheetPart");
    part_->addItems({tr("The whole plan"), tr("What is seen now")});
    format_->setObjectName("sheetFormat");
    format_->addItem("PDF", static_cast<int>(SheetFormat::pdf));
    format_->addItem("SVG", static_cast<int>(SheetFormat::svg));
    format_->addItem("PNG", static_cast<int>(SheetFormat::png));
    scale_->setObjectName("sheetScale");
    auto* form = new QFormLayout;
    form->addRow(tr("Paper"), paper_);
    form->addRow(tr("Part"), part_);
    form->addRow(tr("File"), format_);
    form->addRow(tr("Scale"), scale_);
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Save | QDialogButtonBox::Cancel);
    connect(buttons, &QDialogButtonBox::accepted, this, &PlanSheetDialog::save);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    auto* layout = new QVBoxLayout(this);
    layout->addLayout(form);
    layout->addWidget(buttons);
    for (QComboBox* choice : {paper_, part_})
        connect(choice, &QComboBox::currentIndexChanged, this, &PlanSheetDialog::show_scale);
    show_scale();
}

PlanSheet PlanSheetDialog::sheet() const {
    return {static_cast<QPageSize::PageSizeId>(paper_->currentData().toInt()),
            part_->currentIndex() == 0 ? whole_m_ : seen_m_,
            static_cast<SheetFormat>(format_->currentData().toInt())};
}

void PlanSheetDialog::show_scale() {
    const SheetScale scale = sheet_scale(sheet());
    scale_->setText(
        tr("1:%1, %2")
            .arg(scale.one_to)
            .arg(scale.orientation == QPageLayout::Landscape ? tr("landscape") : tr("upright")));
}

void PlanSheetDialog::save() {
    QSettings().setValue("planPaper", paper_->currentData());
    const QString ending = format_->currentText().toLower();
    const bool saved = save_export_of(
        this, document_, prompts_,
        {tr("Save the plan"), QString("%1 (*.%2)").arg(format_->currentText(), ending),
         tr("plan") + "." + ending},
        [this] { return plan_on_paper(document_, *parentWidget(), sheet()); });
    if (saved) accept();
}

}  // namespace ovant

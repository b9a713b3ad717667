// SPDX-License-Identifier: GPL-3.0-or-later
// What is wrong with a run, by what was read along it: suspects with how likely each is, what to do
// about it, its working; the reading to take next; what was looked into already.
#pragma once

#include "app/document/proposals.h"
#include "app/kit/filled_list.h"

namespace ovant {

class SuspectList : public FilledList {
    Q_OBJECT

public:
    explicit SuspectList(Document& document, QWidget* parent);
    // Worked out aside: filled now where it is known, else when it is. Empty: of no run.
    void show_run(const std::string& camera);

signals:
    // To be taken next, without its value.
    void reading_wanted(const ovant::Reading& reading);

protected:
    void fill() override;
    void forget_filling() override { filled_with_.reset(); }

private:
    void fill_with(const Diagnosis& found);
    QLabel* add_text(const QString& text, int above, int below);
    void add_heading(const QString& text);
    void add_suspect(const Diagnosis& found, std::size_t index);
    QWidget* detail_of(const Diagnosis& found, std::size_t index);
    void add_next(const Diagnosis& found);
    void add_looked_into(const TriedFault& tried, std::size_t index);
    void keep(const Fault& fault);
    void looked_into(const Fault& fault, FaultOutcome outcome);

    Document& document_;
    std::string camera_;
    std::shared_ptr<const Result<Diagnosis>> filled_with_;
    std::size_t open_ = 0;  // the suspect whose detail is in sight
};

}  // namespace ovant

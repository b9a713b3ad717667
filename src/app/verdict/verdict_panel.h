// SPDX-License-Identifier: GPL-3.0-or-later
// The right column: one sentence, each check against its limit, ways that hold with Use, then Care.
#pragma once

#include <QScrollArea>

#include <set>

#include "app/document/proposals.h"

class QLabel;
class QPushButton;
class QVBoxLayout;

namespace ovant {

class CheckRow;
class ProposalList;
class SuspectList;
class VerdictMark;
class WhenSeen;

class VerdictPanel : public QScrollArea {
    Q_OBJECT

public:
    explicit VerdictPanel(Document& document, QWidget* parent = nullptr);
    // In Power the unit that feeds the selection is judged, not its run.
    void set_shows_unit(bool shows_unit);

signals:
    void all_ways_wanted();
    void reading_wanted(const ovant::Reading& reading);

protected:
    void changeEvent(QEvent* event) override;

private:
    std::string unit_to_show() const;
    void refresh();
    void show_site();
    void show_unit(const std::string& device);
    void show_run(const RunAssessment& run);
    void show_seen(const RunAssessment& run);
    void set_head(Verdict verdict, const QString& text);
    void set_checks(const std::vector<Check>& checks);
    void set_counts(const UnitAssessment* unit);
    CheckRow* row_at(std::size_t index);
    std::function<Working()> working_of(const Check& check) const;

    Document& document_;
    WhenSeen* when_seen_;
    bool shows_unit_ = false;
    bool shows_all_ = false;
    VerdictMark* mark_;
    QLabel* head_;
    QLabel* hint_;
    QLabel* seen_;
    QVBoxLayout* rows_layout_;
    std::vector<CheckRow*> rows_;
    QPushButton* more_;
    QWidget* counts_;
    QVBoxLayout* counts_layout_;
    SuspectList* suspects_;
    ProposalList* proposals_;
    std::string subject_;
    std::set<CheckId> open_;  // workings that stay open from run to run
};

}  // namespace ovant

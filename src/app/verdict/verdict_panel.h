// SPDX-License-Identifier: GPL-3.0-or-later
// The right column: one sentence, each check against its limit, ways that hold with Use, then Care.
#pragma once

#include <QScrollArea>
#include <QTimer>

#include <set>

#include "app/document/document.h"
#include "core/choose/proposal.h"
#include "core/choose/unit_remedies.h"

class QVBoxLayout;

namespace ovant {

class VerdictPanel : public QScrollArea {
    Q_OBJECT

public:
    explicit VerdictPanel(Document& document, QWidget* parent = nullptr);
    // The proposals now shown, best first; empty until worked out.
    const std::vector<Proposal>& proposals() const { return proposals_; }
    // In Power the unit that feeds the selection is judged, not its run.
    void set_shows_unit(bool shows_unit);
    void use(std::size_t proposal);

signals:
    void proposals_ready();
    void all_ways_wanted();

protected:
    void changeEvent(QEvent* event) override;

private:
    void refresh();
    void add_head(Verdict verdict, const QString& text);
    void add_checks(const std::vector<Check>& checks);
    void add_ways();
    void add_unit_remedies();
    void add_counts(const SwitchAssessment& counted);
    void add_proposal(std::size_t index);
    void add_care();
    void add_heading(const QString& text);
    void fill_site();
    void fill_unit(const std::string& device);
    void fill_run(const std::string& camera);
    std::function<Working()> working_of(const Check& check) const;

    Document& document_;
    bool shows_unit_ = false;
    bool shows_all_ = false;
    QWidget* content_ = nullptr;
    QVBoxLayout* layout_ = nullptr;
    QTimer ways_timer_;
    std::vector<Proposal> proposals_;
    std::vector<UnitRemedy> unit_remedies_;
    std::string shown_subject_;
    std::set<CheckId> open_;  // workings that stay open from run to run
};

}  // namespace ovant

// SPDX-License-Identifier: GPL-3.0-or-later
// What could be done about what the verdict says, each with Use: remedies and ways of a run, or
// what mends a unit; then the cautions that go with it.
#pragma once

#include "app/document/proposals.h"
#include "app/kit/filled_list.h"

namespace ovant {

class ProposalList : public FilledList {
    Q_OBJECT

public:
    explicit ProposalList(Document& document, QWidget* parent);
    // Worked out aside: filled now where they are known, else when they are.
    void show_run(const std::string& camera);
    void show_unit(const std::string& device);
    void show_nothing();

signals:
    void all_ways_wanted();

protected:
    void fill() override;
    void forget_filling() override { filled_with_.reset(); }

private:
    enum class Of { nothing, run, unit };
    void show(Of of, const std::string& subject);
    void fill_run(const RunProposals& found);
    void fill_unit(const std::vector<UnitRemedy>& found);
    void add_heading(const QString& text);
    void add_proposal(const Proposal& proposal, std::size_t index);
    void add_unit_remedy(const UnitRemedy& remedy, std::size_t index);
    void add_care(const std::string& text);

    Document& document_;
    Of of_ = Of::nothing;
    std::string subject_;
    std::shared_ptr<const void> filled_with_;  // the answer that stands here
};

}  // namespace ovant

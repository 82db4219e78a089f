// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Where an owner's sender works out sums by itself: how it writes what stands between the segments, and the text for
// it. Such a text is not run here.

#include "app/shell/Form.h"
#include "core/dialects/streaming/SenderText.h"

namespace steady::app {

class SenderWordsView : public QObject {
    Q_OBJECT

public:
    SenderWordsView(Desk& desk, QVBoxLayout* entry, QObject* parent);
    /// The text in segments; `may_be_sent`: as it stands.
    void show(std::string const& segmented, bool may_be_sent);
    /// Empty while nobody has said anything for it.
    std::vector<zeroing::Judgement> judged() const;

private:
    void save();
    std::vector<shop::Phrase> phrases() const;
    Result<std::string> made() const { return dialects::forSender(m_segmented, phrases()); }
    bool begun() const;

    Desk& m_desk;
    std::string m_segmented;
    std::unique_ptr<Form<shop::Machine>> m_form;
    QPushButton* m_save;
};

} // namespace steady::app

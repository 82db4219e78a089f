// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// A station whose sections are forms.

#include "app/shell/Form.h"
#include "app/shell/Station.h"
#include "app/widgets/Sections.h"

namespace steady::app {

class FormStation : public Station {
    Q_OBJECT

public:
    FormStation(Desk& desk, StationName name, QString sections, QWidget* parent)
        : Station(desk, std::move(name), parent),
          m_sections(new Sections(std::move(sections), 2, desk.look(), entry()->parentWidget())) {}
    void openSection(QString const& id) override { m_sections->open(id); }

protected:
    using Forms = std::vector<std::unique_ptr<FormFields>>;
    /// `build` fills the page and leaves its forms in m_forms; `refresh_page` is for what is in no form.
    template<class S>
    void addSection(QString const& id, QString const& words, void (S::*build)(QVBoxLayout*),
                    void (S::*refresh_page)()) {
        auto* self = static_cast<S*>(this);
        m_sections->add(id, words, [self, build, refresh_page](QVBoxLayout* page) -> Sections::Show {
            (self->*build)(page);
            return [self, refresh_page, forms = std::make_shared<Forms>(std::exchange(self->m_forms, {}))] {
                (self->*refresh_page)();
                for (auto const& form : *forms) form->refresh();
            };
        });
    }

    Forms m_forms; ///< of the section that is being built
    Sections* m_sections;
};

} // namespace steady::app

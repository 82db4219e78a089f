// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/widgets/LadderAccess.h"

#include "app/widgets/LadderView.h"

#include <QAccessibleWidget>

namespace steady::app {
namespace {

class PartAccess : public QAccessibleInterface {
public:
    PartAccess(LadderView* view, int index) : m_view(view), m_index(index) {}
    bool isValid() const override { return m_view && m_index < static_cast<int>(m_view->parts().size()); }
    QObject* object() const override { return nullptr; }
    QAccessibleInterface* childAt(int, int) const override { return nullptr; }
    QAccessibleInterface* parent() const override { return QAccessible::queryAccessibleInterface(m_view.data()); }
    QAccessibleInterface* child(int) const override { return nullptr; }
    int childCount() const override { return 0; }
    int indexOfChild(QAccessibleInterface const*) const override { return -1; }
    QString text(QAccessible::Text kind) const override {
        if (!isValid()) return {};
        auto const part = m_view->parts()[m_index];
        return kind == QAccessible::Name ? part.name : kind == QAccessible::Value ? part.value : QString();
    }
    void setText(QAccessible::Text, QString const&) override {}
    QRect rect() const override {
        if (!isValid()) return {};
        auto const box = m_view->parts()[m_index].box.toRect();
        return {m_view->mapToGlobal(box.topLeft()), box.size()};
    }
    QAccessible::Role role() const override { return QAccessible::StaticText; }
    QAccessible::State state() const override { return {}; }

private:
    QPointer<LadderView> m_view;
    int m_index;
};

class ViewAccess : public QAccessibleWidget {
public:
    explicit ViewAccess(LadderView* view) : QAccessibleWidget(view, QAccessible::Graphic), m_view(view) {}
    ~ViewAccess() override {
        for (auto const id : m_ids) QAccessible::deleteAccessibleInterface(id);
    }
    int childCount() const override { return static_cast<int>(m_view->parts().size()); }
    QAccessibleInterface* child(int index) const override {
        if (index < 0 || index >= childCount()) return nullptr;
        while (static_cast<int>(m_ids.size()) <= index)
            m_ids.push_back(
                QAccessible::registerAccessibleInterface(new PartAccess(m_view, static_cast<int>(m_ids.size()))));
        return QAccessible::accessibleInterface(m_ids[index]);
    }

private:
    LadderView* m_view;
    mutable std::vector<QAccessible::Id> m_ids;
};

} // namespace

void installLadderAccess() {
    QAccessible::installFactory([](QString const&, QObject* object) -> QAccessibleInterface* {
        auto* view = qobject_cast<LadderView*>(object);
        return view ? new ViewAccess(view) : nullptr;
    });
}

} // namespace steady::app

// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/Prompter.h"

namespace steady::app {
namespace {

void ask(QFileDialog* dialog, Prompter::Path chosen) {
    dialog->setAttribute(Qt::WA_DeleteOnClose);
    QObject::connect(dialog, &QFileDialog::fileSelected, dialog,
                     [chosen = std::move(chosen)](QString const& path) { chosen(path); });
    dialog->open();
}

} // namespace

void DialogPrompter::saveFile(QWidget* over, QString const& title, QString const& suggested, QString const& filter,
                              Path chosen) {
    auto* dialog = new QFileDialog(over, title, suggested, filter);
    dialog->setAcceptMode(QFileDialog::AcceptSave);
    dialog->setDefaultSuffix(QFileInfo(suggested).suffix());
    dialog->selectFile(suggested);
    ask(dialog, std::move(chosen));
}

void DialogPrompter::openFile(QWidget* over, QString const& title, QString const& filter, Path chosen) {
    auto* dialog = new QFileDialog(over, title, QString(), filter);
    dialog->setFileMode(QFileDialog::ExistingFile);
    ask(dialog, std::move(chosen));
}

} // namespace steady::app

// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/Prompter.h"

namespace steady::app {
namespace {

/// Draws files by what they are, never by what is in them: to look into the open book would cost its locks
/// (store/FileClaim.h).
class PlainIcons : public QAbstractFileIconProvider {
public:
    QIcon icon(IconType type) const override { return of(type == Folder || type == Computer || type == Drive); }
    QIcon icon(QFileInfo const& file) const override { return of(file.isDir()); }
    QString type(QFileInfo const& file) const override { return file.isDir() ? tr("Folder") : tr("File"); }

private:
    static QString tr(char const* words) { return QString::fromLatin1(words); }
    static QIcon of(bool folder) {
        return QApplication::style()->standardIcon(folder ? QStyle::SP_DirIcon : QStyle::SP_FileIcon);
    }
};

void ask(QFileDialog* dialog, Prompter::Path chosen) {
    static PlainIcons icons;
    dialog->setOption(QFileDialog::DontUseNativeDialog); // those of a desktop look into files
    dialog->setIconProvider(&icons);
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

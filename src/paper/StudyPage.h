// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// The proof sheet of a study: what, conditions, picture, figures, verdict, open points, a line to sign.

#include "core/zeroing/Judgement.h"
#include "paper/Ink.h"

#include <QPainter>
#include <QPicture>
#include <QRectF>
#include <QStringList>
#include <vector>

namespace steady::paper {

struct StudyPage {
    QString what, machine, day;
    QString verdict;
    std::vector<std::pair<QString, QString>> conditions; ///< name, value
    std::vector<QPicture> pictures;
    QSize picture_size; ///< that they were recorded with
    std::vector<zeroing::Judgement> said;
};

void paintStudy(QPainter& painter, QRectF const& area, StudyPage const& page, Ink const& ink);
/// A PDF of A4, upright. Any thread. Error: FileWrite.
Result<void> writeStudyPage(StudyPage const& page, Ink const& ink, QString const& path);

} // namespace steady::paper

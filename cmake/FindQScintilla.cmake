# SPDX-FileCopyrightText: 2026 The Steady Pin authors
# SPDX-License-Identifier: GPL-3.0-or-later
# Debian ships QScintilla for Qt 6 without a CMake package.
find_path(QScintilla_INCLUDE_DIR Qsci/qsciscintilla.h PATH_SUFFIXES qt6 x86_64-linux-gnu/qt6)
find_library(QScintilla_LIBRARY qscintilla2_qt6)
include(FindPackageHandleStandardArgs)
find_package_handle_standard_args(QScintilla DEFAULT_MSG QScintilla_LIBRARY QScintilla_INCLUDE_DIR)
if(QScintilla_FOUND AND NOT TARGET QScintilla::QScintilla)
    add_library(QScintilla::QScintilla UNKNOWN IMPORTED)
    set_target_properties(QScintilla::QScintilla PROPERTIES IMPORTED_LOCATION ${QScintilla_LIBRARY}
        INTERFACE_SYSTEM_INCLUDE_DIRECTORIES ${QScintilla_INCLUDE_DIR})
endif()

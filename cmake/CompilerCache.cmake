# SPDX-FileCopyrightText: 2026 The Steady Pin authors
# SPDX-License-Identifier: GPL-3.0-or-later
# A clean clone anywhere finds what an earlier one compiled: ccache sees paths relative to the clone.
find_program(CCACHE_PROGRAM ccache)
if(CCACHE_PROGRAM)
    set(CMAKE_CXX_COMPILER_LAUNCHER
        ${CMAKE_COMMAND} -E env CCACHE_BASEDIR=${CMAKE_SOURCE_DIR} CCACHE_NOHASHDIR=1
        CCACHE_SLOPPINESS=pch_defines,time_macros,include_file_mtime,include_file_ctime ${CCACHE_PROGRAM})
endif()

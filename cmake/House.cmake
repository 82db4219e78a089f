# SPDX-FileCopyrightText: 2026 The Steady Pin authors
# SPDX-License-Identifier: GPL-3.0-or-later
# The rules of the house as compile errors, and the boundaries between the layers.

set(CMAKE_CXX_STANDARD 20)
set(CMAKE_CXX_STANDARD_REQUIRED ON)
set(CMAKE_CXX_EXTENSIONS OFF)
set(CMAKE_CXX_FLAGS_DEV "-Og -g1")
set(CMAKE_CXX_FLAGS_RELEASE "-O2 -DNDEBUG")
find_program(LLD_PROGRAM ld.lld)

set(CMAKE_CXX_FLAGS_FUZZ "-O1 -g1")
set(CMAKE_CXX_FLAGS_THREADS "-O1 -g1")
add_library(house INTERFACE)
target_compile_options(house INTERFACE -Wall -Wextra -Wpedantic -Wconversion -Wno-sign-conversion -Wno-missing-field-initializers -Wshadow
    -Wnon-virtual-dtor -Woverloaded-virtual -Werror -ffp-contract=off)
target_compile_definitions(house INTERFACE QT_NO_CAST_FROM_ASCII QT_NO_CAST_TO_ASCII QT_NO_KEYWORDS
    QT_NO_URL_CAST_FROM_STRING QT_STRICT_ITERATORS STEADY_VERSION="${PROJECT_VERSION}")
if(CMAKE_CXX_COMPILER_ID STREQUAL "GNU")
    # GCC 12 sees overlaps in std::string that are not there (its bug 105651).
    target_compile_options(house INTERFACE -Wno-restrict)
endif()
if(CMAKE_BUILD_TYPE STREQUAL "Release")
    # Inlined tl::expected makes GCC 12 see values that are never read; the sanitizers of dev watch for real ones.
    target_compile_options(house INTERFACE -Wno-maybe-uninitialized)
endif()
if(CMAKE_BUILD_TYPE STREQUAL "Dev")
    target_compile_definitions(house INTERFACE _GLIBCXX_ASSERTIONS)
    target_compile_options(house INTERFACE -fsanitize=address,undefined
        -fno-sanitize=null,alignment,object-size,vptr -fno-sanitize-recover=undefined)
    target_link_options(house INTERFACE -fsanitize=address,undefined)
endif()
if(CMAKE_BUILD_TYPE STREQUAL "Fuzz")
    target_compile_definitions(house INTERFACE _GLIBCXX_ASSERTIONS)
    target_compile_options(house INTERFACE -fsanitize=fuzzer-no-link,address,undefined -fno-sanitize-recover=undefined)
    target_link_options(house INTERFACE -fsanitize=address,undefined)
endif()
if(CMAKE_BUILD_TYPE STREQUAL "Threads")
    target_compile_options(house INTERFACE -fsanitize=thread)
    target_link_options(house INTERFACE -fsanitize=thread)
endif()
if(LLD_PROGRAM)
    target_link_options(house INTERFACE -fuse-ld=lld)
endif()

# Headers that bring templates by the thousand are not worth instrumenting for undefined behaviour.
function(steady_heavy)
    set_source_files_properties(${ARGN} PROPERTIES COMPILE_OPTIONS "-fno-sanitize=undefined")
endfunction()

# The files of one folder are compiled together, a few at a time, so that their headers are read once. The list names them
# as the layer sees them, so that the compiler's cache serves every clone. Heavy files and those of fuzzing and broken
# copies, which compile single files again and again, stay alone.
function(steady_together sources_name)
    if(NOT CMAKE_BUILD_TYPE MATCHES "^(Dev|Release|Threads)$")
        return()
    endif()
    set(most 8)
    set(rest "")
    set(batches "")
    foreach(source ${${sources_name}})
        get_source_file_property(own_options ${source} COMPILE_OPTIONS)
        if(own_options OR NOT source MATCHES "\\.cpp$")
            list(APPEND rest ${source})
            continue()
        endif()
        file(RELATIVE_PATH path ${CMAKE_SOURCE_DIR}/src ${source})
        get_filename_component(folder ${path} DIRECTORY)
        string(REPLACE "/" "-" group ${folder}) # scripts/layers turns it back
        math(EXPR count_${group} "0${count_${group}} + 1")
        math(EXPR nr "(${count_${group}} - 1) / ${most}")
        list(APPEND batches ${group}-${nr})
        string(APPEND text_${group}-${nr} "#include \"${path}\"\n")
    endforeach()
    list(REMOVE_DUPLICATES batches)
    foreach(batch ${batches})
        set(file ${CMAKE_CURRENT_BINARY_DIR}/together/${batch}.cpp)
        file(GENERATE OUTPUT ${file} CONTENT "${text_${batch}}")
        list(APPEND rest ${file})
    endforeach()
    set(${sources_name} ${rest} PARENT_SCOPE)
endfunction()

# steady_layer(name DEPS other... LIBS library...): all sources below src/<name>, which sees itself and its DEPS only.
function(steady_layer name)
    cmake_parse_arguments(LAYER "" "" "DEPS;LIBS" ${ARGN})
    set(view ${CMAKE_BINARY_DIR}/see/${name})
    file(MAKE_DIRECTORY ${view})
    file(CREATE_LINK ${CMAKE_SOURCE_DIR}/src/${name} ${view}/${name} SYMBOLIC)
    file(GLOB_RECURSE sources CONFIGURE_DEPENDS ${CMAKE_SOURCE_DIR}/src/${name}/*.cpp ${CMAKE_SOURCE_DIR}/src/${name}/*.h)
    list(FILTER sources EXCLUDE REGEX "/main\\.cpp$")
    steady_together(sources)
    add_library(steady_${name} STATIC ${sources})
    target_include_directories(steady_${name} PUBLIC ${view})
    list(TRANSFORM LAYER_DEPS PREPEND steady_)
    target_link_libraries(steady_${name} PUBLIC ${LAYER_DEPS} ${LAYER_LIBS} PRIVATE house)
endfunction()

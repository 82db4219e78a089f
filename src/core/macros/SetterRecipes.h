// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// The procedures that touch the fixed setter alone: re-touch after a change, length into the table.

#include "core/macros/Kind.h"
#include "core/macros/Parts.h"
#include "core/shop/Book.h"
#include "core/zeroing/Lengths.h"

namespace steady::macros {

/// The way of one tool over the setter. Error: NoSetter, SetterHeightUnknown, LengthUnknown, StrokeTooShort, NotOnDisc,
/// NotInTravel.
Result<SetterWay::Row> setterRow(shop::Book const& book, shop::ZeroSetup const& setup, Id<shop::Assembly> tool);

/// Every tool of the book that can go on the setter; the others are named. Error: that of `must` when it cannot.
Result<SetterWay> setterWay(shop::Book const& book, shop::ZeroSetup const& setup, Id<shop::Assembly> must);

/// W' = setter contact − D.
Result<Recipe> retouchRecipe(shop::Book const& book, shop::ZeroSetup const& setup);
/// L = L_ref + (m − m_ref) into the tool table.
Result<Recipe> toolLengthRecipe(shop::Book const& book, shop::ZeroSetup const& setup);

} // namespace steady::macros

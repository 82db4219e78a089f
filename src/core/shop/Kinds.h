// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Every kind of thing that a book holds: the one list. A kind is a file in kinds/ and a row here.

#include "core/shop/kinds/BeamCheck.h"
#include "core/shop/kinds/BookInfo.h"
#include "core/shop/kinds/Carousel.h"
#include "core/shop/kinds/ChangeRecord.h"
#include "core/shop/kinds/Event.h"
#include "core/shop/kinds/Fitting.h"
#include "core/shop/kinds/MacroProof.h"
#include "core/shop/kinds/MacroRun.h"
#include "core/shop/kinds/MechanicsCheck.h"
#include "core/shop/kinds/Mounting.h"
#include "core/shop/kinds/PartCheck.h"
#include "core/shop/kinds/Reminder.h"
#include "core/shop/kinds/ScaleCheck.h"
#include "core/shop/kinds/SettingsSheet.h"
#include "core/shop/kinds/SignalProof.h"
#include "core/shop/kinds/Study.h"
#include "core/shop/kinds/Surfacing.h"
#include "core/shop/kinds/TableTop.h"
#include "core/shop/kinds/ToolCare.h"
#include "core/shop/kinds/ToolRack.h"

#include <map>
#include <memory>
#include <tuple>
#include <variant>

namespace steady::shop {

template<class T> using EntityMap = std::map<Id<T>, std::shared_ptr<T const>>;

template<class... T> struct KindList {
    using Entity = std::variant<T...>;
    using Maps = std::tuple<std::shared_ptr<EntityMap<T> const>...>;
    template<class One> using With = KindList<T..., One>;
    static Maps none() { return {std::make_shared<EntityMap<T> const>()...}; }
    /// Calls `each.operator()<T>()` for every kind in the order of the list.
    static void forEach(auto&& each) { (each.template operator()<T>(), ...); }
};

using Kinds = KindList<BookInfo,       //
                       Machine,        //
                       Instrument,     //
                       TouchPlate,     //
                       ToolSetter,     //
                       Cutter,         //
                       Holder,         //
                       Assembly,       //
                       Study,          //
                       Contact,        //
                       Board,          //
                       Surfacing,      //
                       ZeroSetup,      //
                       MacroVersion,   //
                       MacroRun,       //
                       Event,          //
                       Reminder,       //
                       SignalProof,    //
                       TableTop,       //
                       Fitting,        //
                       Mounting,       //
                       SettingsSheet,  //
                       ScaleCheck,     //
                       MechanicsCheck, //
                       Standard,       //
                       BeamCheck,      //
                       ToolCare,       //
                       PartCheck,      //
                       MacroProof,     //
                       ToolRack, Carousel, ChangeRecord>;
using Entity = Kinds::Entity;

} // namespace steady::shop

// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// The link D, setter above work zero: what it is, what it rests on, how old it is, and the next tool's zero from it.

#include "core/zeroing/PlateZero.h"
#include "core/zeroing/SetterHeight.h"

namespace steady::zeroing {

struct Link {
    ZChain chain; ///< D = setter contact − (plate contact − thickness), lags taken out
    int work_offset = 1;
    Id<shop::Assembly> assembly;
    std::int64_t at_utc_ms = 0; ///< of the older of its contacts
    facts::Basis basis;
    facts::Holding holding;
    std::vector<shop::Used> used; ///< what it is made with now, to be kept with it
    double d_mm() const { return chain.sum().mm; }
};

/// From the two contacts that the setup names. Error: NoSetter, LinkMissing, LinkStale with the reason (another tool,
/// another home epoch, another work offset, a newer plate contact alone).
Result<Link> linkOf(facts::Reader const& book, shop::ZeroSetup const& setup, bool even_ended = false);
/// What a link rests on, as far as events can end it.
facts::Basis linkBasis(shop::ZeroSetup const& setup);

/// W' = setter contact − D, of the tool's last setter contact. Error: as linkOf; Missing without a contact.
Result<ZChain> retouchZero(facts::Reader const& book, shop::ZeroSetup const& setup, Id<shop::Assembly> tool);

/// “12 minutes”, “3 days”.
std::string ageText(std::int64_t from_utc_ms, std::int64_t to_utc_ms);

} // namespace steady::zeroing

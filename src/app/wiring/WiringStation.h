// SPDX-FileCopyrightText: 2026 The Steady Pin authors
// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once
// Wiring: the circuit of a plate or setter, the proof of its signal, how fast it may be touched, and what to type into
// the control.

#include "app/shell/FormStation.h"
#include "app/widgets/Picture.h"
#include "app/widgets/Rows.h"
#include "core/install/Beam.h"
#include "core/install/Proof.h"
#include "core/install/Settings.h"
#include "core/install/SignalTable.h"
#include "paper/FeedPainter.h"

#include <QPushButton>

namespace steady::app {

class BeamSheet;
class ProofSheet;

class WiringStation : public FormStation {
    Q_OBJECT

public:
    WiringStation(Desk& desk, StationName name, QWidget* parent);
    void refresh() override;

private:
    void buildCircuit(QVBoxLayout* page);
    void buildProof(QVBoxLayout* page);
    void buildFeeds(QVBoxLayout* page);
    void buildChain(QVBoxLayout* page);
    void buildAir(QVBoxLayout* page);
    void buildBeam(QVBoxLayout* page);
    void buildSettings(QVBoxLayout* page);
    void showNothing() {}
    void showAir();
    void showBeam();
    void showCircuit();
    void showProof();
    void showFeeds();
    void showSettings();
    void showZones();
    void drawCircuit();
    void drawFeeds();
    void drawSettings();
    void judge();

    install::Device device() const { return m_device; }
    shop::TouchPlate plate() const;
    shop::ToolSetter setter() const;
    install::SignalCircuit circuit() const;
    paper::FeedPicture feeds() const;
    template<class T> std::unique_ptr<Form<T>> formOf(QVBoxLayout* into);
    shop::Standard const* beamSetter() const; ///< the one that is set up; null: there is none
    Id<shop::BeamCheck> beamId() const;       ///< the newest of that one
    void beginBeam();
    void begin();
    void keep(shop::Observed const& seen, QString const& words);
    Result<void> goWithout(QString const& reason);
    Result<void> keepFound(std::string shop::FoundSetting::*what, QString const& typed);
    void savePage();
    void saveLabels();

    install::Device m_device = install::Device::Plate; ///< shown; not kept
    Choice* m_devices;
    QWidget *m_of_plate[3] = {}, *m_of_setter[3] = {}; ///< in Circuit, Feeds and Air
    QLabel* m_proved = nullptr;
    QPushButton *m_page = nullptr, *m_labels = nullptr;
    Field *m_without = nullptr, *m_found = nullptr, *m_called = nullptr;
    std::unique_ptr<FormFields> m_plate_forms[3], m_setter_forms[3];
    Picture *m_circuit, *m_feeds, *m_chain, *m_air;
    BeamSheet* m_beam;
    Choice *m_beams = nullptr, *m_masters = nullptr;
    Id<shop::Standard> m_beam_setter, m_master; ///< chosen; kept with each set-up
    ProofSheet* m_proof;
    RowsView* m_settings;
    std::vector<install::Setting> m_rows;
    QString m_chosen; ///< the setting that is compared
};

} // namespace steady::app

// SPDX-License-Identifier: GPL-3.0-or-later
#include "support/large_site.h"

namespace ovant {

Site large_site(int cameras) {
    Site site;
    site.settings.school = School::maker_rated;
    std::string unit;
    int port = 0;
    for (int i = 0; i < cameras; ++i) {
        if (i % 24 == 0) {
            Device device;
            device.id = "SW" + std::to_string(i / 24 + 1);
            device.kind = "sw-24-at-370";
            device.at = {i * 2.0, 0};
            unit = device.id;
            site.devices.push_back(std::move(device));
            port = 0;
        }
        Device camera;
        camera.id = "K" + std::to_string(i + 1);
        camera.kind = i % 3 == 0 ? "cam-zoom-4mp" : "cam-fixed-4mp";
        camera.at = {i * 2.0 + i % 7, 40.0 + i % 90};
        camera.camera = CameraSettings{};
        const std::string id = camera.id;
        site.devices.push_back(std::move(camera));
        LinkEnd from{unit, std::to_string(++port), 3, ""};
        if (i % 4 == 0) {
            Device repeater;
            repeater.id = "R" + std::to_string(i + 1);
            repeater.kind = "rep-1-out";
            repeater.at = {i * 2.0, 20.0 + i % 40};
            Link first;
            first.id = "LR" + std::to_string(i + 1);
            first.cable = "cat5e-solid-24-out";
            first.a = from;
            first.b = {repeater.id, "in", 0, ""};
            from = {repeater.id, "out", 0, ""};
            site.devices.push_back(std::move(repeater));
            site.links.push_back(std::move(first));
        }
        Link last;
        last.id = "L" + std::to_string(i + 1);
        last.cable = "cat5e-solid-24-out";
        last.a = from;
        last.b = {id, "lan", 3, ""};
        site.links.push_back(std::move(last));
    }
    return site;
}

}  // namespace ovant

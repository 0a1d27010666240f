#include "project/migration.h"

#include <algorithm>
#include <cmath>

#include "rig/mechanism.h"

namespace clampet::project {

using nlohmann::json;

void migrate_from_1(json& document) {
    document["schema"] = 2;
    json cases = json::array();
    const auto push = document.find("push");
    if (push != document.end() && push->is_object()) {
        json inputs = json::object();
        for (const char* key : {"force", "part"})
            if (push->contains(key)) inputs[key] = push->at(key);
        const auto offset = push->find("offset");
        const char* axes[] = {"x", "y", "z"};
        if (offset != push->end() && offset->is_array())
            for (std::size_t i = 0; i < 3 && i < offset->size(); ++i)
                if (!(offset->at(i).is_number() && offset->at(i) == 0)) inputs[axes[i]] = offset->at(i);
        // A push on no part pushed nothing.
        if (inputs.contains("part") && inputs["part"] != "")
            cases.push_back({{"id", "push"}, {"case", "push"}, {"inputs", inputs}});
    }
    // A port's kind was free text: what is no kind says nothing.
    const auto parts = document.find("parts");
    if (parts != document.end() && parts->is_array())
        for (auto& part : *parts) {
            if (!part.is_object() || !part.contains("ports") || !part["ports"].is_array()) continue;
            for (auto& port : part["ports"]) {
                if (!port.is_object() || !port.contains("kind") || !port["kind"].is_string()) continue;
                const auto name = port["kind"].get<std::string>();
                if (name.empty() || !families::port_kind_named(name)) port.erase("kind");
            }
        }
    document.erase("push");
    document["cases"] = cases;
}

void move_roots_from_1(rig::Rig& rig) {
    for (auto& f : rig.interfaces) {
        const auto span = rig::motion_of(f).span;
        rig::Part* part = rig.part(f.support.part);
        const rig::Port* port = part ? part->port(f.support.port) : nullptr;
        if (!port || span.isApprox(Eigen::Isometry3d::Identity())) continue;
        rig::Port root = *port;
        root.id = port->id + "-" + f.id;
        root.at = (port->frame() * span.inverse()).translation();
        part->ports.push_back(root);
        f.support.port = root.id;
    }
}

void part_links_from_1(rig::Rig& rig) {
    std::vector<rig::Interface> interfaces;
    for (auto& f : rig.interfaces) {
        int joints = 1;
        double link = 0.08, hand = 0.2;  // defaults of schema 1
        for (auto& element : f.elements) {
            if (element.family != "friction_pivot") continue;
            const auto number = [&](const char* key, double otherwise) {
                const auto at = element.inputs.find(key);
                const auto* value = at == element.inputs.end() ? nullptr : std::get_if<double>(&at->second);
                return value ? *value : otherwise;
            };
            const auto arm = element.inputs.find("arm");
            if (arm != element.inputs.end() && arm->second == rig::Input(std::string("links")))
                joints = static_cast<int>(std::clamp(std::round(number("joints", 3)), 1.0, 12.0));
            link = number("link_length", link);
            hand = number("hand_radius", hand);
            for (const char* key : {"arm", "joints", "link_length"}) element.inputs.erase(key);
        }
        rig::Part* carried = rig.part(f.payload.part);
        const rig::Port* port = carried ? carried->port(f.payload.port) : nullptr;
        if (joints == 1 || !port) {
            interfaces.push_back(std::move(f));
            continue;
        }
        rig::Port end = *port;
        end.id = port->id + "-" + f.id;
        end.at = port->at + (joints - 1) * link * port->x;
        const rig::PortName payload{f.payload.part, end.id};
        const auto kind = port->kind;
        carried->ports.push_back(end);
        rig::PortName below = f.support;
        for (int k = 0; k < joints; ++k) {
            rig::Interface joint = f;
            if (k > 0) joint.id = f.id + "-" + std::to_string(k + 1);
            joint.name = f.name + " " + std::to_string(k + 1);
            joint.support = below;
            for (auto& element : joint.elements)
                if (element.family == "friction_pivot")
                    element.inputs["hand_radius"] = std::max(0.001, hand - k * link);
            if (k + 1 < joints) {
                rig::Part between;
                between.id = f.id + "-link-" + std::to_string(k + 1);
                between.name = f.name + ", link " + std::to_string(k + 1);
                between.ports = {{"root", kind, rig::Vector::Zero()}, {"tip", kind, {link, 0, 0}}};
                joint.payload = {between.id, "root"};
                below = {between.id, "tip"};
                rig.parts.push_back(between);
            } else {
                joint.payload = payload;
            }
            interfaces.push_back(std::move(joint));
        }
    }
    rig.interfaces = std::move(interfaces);
}

std::string path_in_1(const std::string& path) {
    const std::string inputs = "/cases/0/inputs";
    if (!path.starts_with("/cases/0")) return path;
    const std::string key = path.starts_with(inputs + "/") ? path.substr(inputs.size() + 1) : "";
    if (key == "x" || key == "y" || key == "z")
        return "/push/offset/" + std::string(1, static_cast<char>(key[0] - 'x' + '0'));
    return key.empty() ? "/push" : "/push/" + key;
}

}  // namespace clampet::project

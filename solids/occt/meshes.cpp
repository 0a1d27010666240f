#include <Model/COM/NMR_DLLInterfaces.h>

#include "solids/colours.h"
#include "solids/occt/solid.h"

namespace clampet::solids {
namespace {

/// What lib3mf hands out is given back.
template <class Interface>
class Held {
 public:
    Held() = default;
    ~Held() {
        if (held_) NMR::lib3mf_release(held_);
    }
    Held(const Held&) = delete;
    Held& operator=(const Held&) = delete;
    Interface** out() { return &held_; }
    Interface* get() const { return held_; }

 private:
    Interface* held_ = nullptr;
};

bool is_done(LIB3MFRESULT result) {
    return result == LIB3MF_OK;
}

struct Geometry {
    std::vector<NMR::MODELMESHVERTEX> corners;
    std::vector<NMR::MODELMESHTRIANGLE> triangles;
};
Geometry geometry_of(const Mesh& mesh) {
    Geometry g;
    for (const auto& p : mesh.corners)
        g.corners.push_back(
            {{static_cast<float>(p.x() * 1e3), static_cast<float>(p.y() * 1e3), static_cast<float>(p.z() * 1e3)}});
    for (const auto& t : mesh.triangles)
        g.triangles.push_back({{static_cast<DWORD>(t[0]), static_cast<DWORD>(t[1]), static_cast<DWORD>(t[2])}});
    return g;
}

bool add_piece(NMR::PLib3MFModel* model, NMR::PLib3MFModelBaseMaterial* materials, const ModelPiece& piece,
               const Mesh& mesh) {
    Held<NMR::PLib3MFModelMeshObject> object;
    Held<NMR::PLib3MFModelBuildItem> item;
    Held<NMR::PLib3MFDefaultPropertyHandler> properties;
    auto geometry = geometry_of(mesh);
    DWORD group = 0, index = 0;
    const auto c = colour_of(piece.stuff);
    return is_done(NMR::lib3mf_model_addmeshobject(model, object.out())) &&
           is_done(NMR::lib3mf_object_setnameutf8(object.get(), piece.name.c_str())) &&
           is_done(NMR::lib3mf_meshobject_setgeometry(
               object.get(), geometry.corners.data(), static_cast<DWORD>(geometry.corners.size()),
               geometry.triangles.data(), static_cast<DWORD>(geometry.triangles.size()))) &&
           is_done(NMR::lib3mf_basematerial_addmaterialutf8(materials, piece.material.c_str(), c.red, c.green, c.blue,
                                                            &index)) &&
           is_done(NMR::lib3mf_basematerial_getresourceid(materials, &group)) &&
           is_done(NMR::lib3mf_object_createdefaultpropertyhandler(object.get(), properties.out())) &&
           is_done(NMR::lib3mf_defaultpropertyhandler_setbasematerial(properties.get(), group, index)) &&
           is_done(NMR::lib3mf_model_addbuilditem(model, object.get(), nullptr, item.out()));
}

std::optional<std::string> written(NMR::PLib3MFModel* model, const char* as) {
    Held<NMR::PLib3MFModelWriter> writer;
    ULONG64 size = 0;
    if (!is_done(NMR::lib3mf_model_querywriter(model, as, writer.out())) ||
        !is_done(NMR::lib3mf_writer_getstreamsize(writer.get(), &size)))
        return std::nullopt;
    std::string bytes(size, '\0');
    if (!is_done(NMR::lib3mf_writer_writetobuffer(writer.get(), reinterpret_cast<BYTE*>(bytes.data()), size)))
        return std::nullopt;
    return bytes;
}

}  // namespace

std::optional<std::string> meshes_as(const char* format, const std::vector<MeshToWrite>& meshes) {
    Held<NMR::PLib3MFModel> model;
    Held<NMR::PLib3MFModelBaseMaterial> materials;
    if (!is_done(NMR::lib3mf_createmodel(model.out())) ||
        !is_done(NMR::lib3mf_model_setunit(model.get(), NMR::MODELUNIT_MILLIMETER)) ||
        !is_done(NMR::lib3mf_model_addbasematerialgroup(model.get(), materials.out())))
        return std::nullopt;
    for (const auto& [piece, mesh] : meshes)
        if (!add_piece(model.get(), materials.get(), *piece, mesh)) return std::nullopt;
    return written(model.get(), format);
}

}  // namespace clampet::solids

# One static library a room. A room sees its own headers and those of the rooms it names, so that an include
# that points upward does not compile.
function(clampet_room name)
    cmake_parse_arguments(ROOM "" "" "SOURCES;ROOMS;LIBRARIES" ${ARGN})
    set(rooms ${CMAKE_BINARY_DIR}/rooms/${name})
    file(MAKE_DIRECTORY ${rooms})
    file(CREATE_LINK ${CMAKE_CURRENT_SOURCE_DIR} ${rooms}/${name} SYMBOLIC)
    add_library(clampet-${name} STATIC ${ROOM_SOURCES})
    if(CLAMPET_ROOMS_APART)
        set_target_properties(clampet-${name} PROPERTIES UNITY_BUILD OFF)
    endif()
    target_include_directories(clampet-${name} PUBLIC ${rooms})
    foreach(room IN LISTS ROOM_ROOMS)
        target_link_libraries(clampet-${name} PUBLIC clampet-${room})
    endforeach()
    target_link_libraries(clampet-${name} PRIVATE clampet-warnings ${ROOM_LIBRARIES})
    set_property(GLOBAL APPEND PROPERTY CLAMPET_ROOMS clampet-${name})
endfunction()

# A library that a room loads when it is first needed (core/quantity/module.h). It knows the headers of its room, not its
# library; where it is built is compiled into the room as DEFINED.
function(clampet_module name)
    cmake_parse_arguments(MODULE "" "FOR;DEFINED" "SOURCES;LIBRARIES" ${ARGN})
    add_library(clampet-${name} MODULE ${MODULE_SOURCES})
    set_target_properties(clampet-${name} PROPERTIES CXX_VISIBILITY_PRESET hidden VISIBILITY_INLINES_HIDDEN ON)
    target_include_directories(clampet-${name} PRIVATE $<TARGET_PROPERTY:clampet-${MODULE_FOR},INTERFACE_INCLUDE_DIRECTORIES>)
    target_link_libraries(clampet-${name} PRIVATE clampet-warnings Eigen3::Eigen ${MODULE_LIBRARIES})
    if(NOT CLAMPET_SANITIZE)
        target_link_options(clampet-${name} PRIVATE -Wl,--no-undefined)
    endif()
    target_compile_definitions(clampet-${MODULE_FOR} PRIVATE ${MODULE_DEFINED}="$<TARGET_FILE:clampet-${name}>")
    add_dependencies(clampet-${MODULE_FOR} clampet-${name})
endfunction()

# For a program whose own files are not optimised. What GCC does not inline it emits into every object that uses it, and
# the linker takes the first: so the rooms come first, else their hot loops would call what was compiled for the tests.
function(clampet_rooms_first target)
    if(NOT CMAKE_BUILD_TYPE STREQUAL "RelWithDebInfo")
        return()
    endif()
    get_property(rooms GLOBAL PROPERTY CLAMPET_ROOMS)
    get_target_property(wanted ${target} LINK_LIBRARIES)
    if(NOT "clampet-desktop" IN_LIST wanted AND NOT "clampet-solids" IN_LIST wanted)
        list(REMOVE_ITEM rooms clampet-solids)
    endif()
    if("clampet-desktop" IN_LIST wanted)
        list(APPEND rooms clampet-desktop)
    endif()
    set(files)
    foreach(room IN LISTS rooms)
        list(APPEND files $<TARGET_FILE:${room}>)
    endforeach()
    string(REPLACE ";" " " files "${files}")
    target_link_options(${target} PRIVATE "SHELL:-Wl,--whole-archive ${files} -Wl,--no-whole-archive")
endfunction()

# Text files compiled in: NAME becomes `std::string_view name()` in namespace clampet::embedded.
function(clampet_embed target)
    cmake_parse_arguments(EMBED "" "" "FILES" ${ARGN})
    foreach(file IN LISTS EMBED_FILES)
        get_filename_component(stem ${file} NAME_WE)
        string(MAKE_C_IDENTIFIER ${stem} symbol)
        set(output ${CMAKE_CURRENT_BINARY_DIR}/embedded_${symbol}.cpp)
        add_custom_command(
            OUTPUT ${output}
            COMMAND ${CMAKE_COMMAND} -DINPUT=${file} -DOUTPUT=${output} -DSYMBOL=${symbol}
                    -P ${CMAKE_SOURCE_DIR}/cmake/EmbedText.cmake
            DEPENDS ${file} ${CMAKE_SOURCE_DIR}/cmake/EmbedText.cmake
            VERBATIM)
        target_sources(${target} PRIVATE ${output})
    endforeach()
endfunction()

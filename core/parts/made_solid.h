#pragma once
#include <string>
#include <vector>

#include "catalogue/stock.h"
#include "parts/body.h"
#include "parts/workpiece.h"

namespace clampet::parts {

/// How a thread is made in some stuff.
struct ThreadHole {
    double diameter = 0;                          ///< of the hole that is bored [m]
    const catalogue::StockRow* insert = nullptr;  ///< that goes in; null: the thread is cut
};
/// Meaning  In metal its tap drill at three quarters of the thread; in wood and plastic the hole of a brass insert: its
///          row's own, else 1 mm less than its outside in wood and 0.5 mm less in plastic (common practice). Where no
///          insert of that thread is known: its major diameter.
ThreadHole thread_hole(const std::string& thread, Stuff stuff);
/// What is bored for a thread, in the part's frame.
Shape hole_of(const ThreadedHole& thread, Stuff stuff);
/// Whether a material of that name is printed: all of a print that is glued together is one.
bool is_printed(const std::string& material);

/// The boards, bars and turned pieces that a part's own pieces are sawn from: of boxes, prisms and round ones about one
/// axis, with the holes across their faces. Like ones are counted. What is printed is not among them.
std::vector<Workpiece> sawn_from(const Body& body);

}  // namespace clampet::parts

// What of a drawer makes up a counterweight.
#include "inventory/ballast.h"

#include "approximately.h"
#include "project/workshop_file.h"

using namespace clampet;
using inventory::Ballast;

namespace {

inventory::Workshop drawer(std::initializer_list<std::pair<const char*, double>> things) {
    inventory::Workshop w;
    for (const auto& [name, count] : things) {
        inventory::Item item;
        item.name = name;
        item.count = count;
        w.items.push_back(item);
    }
    return w;
}

}  // namespace

TEST_CASE("what is heavy is known by its name and the mass in it", "[inventory][ballast]") {
    const auto all = inventory::ballast_of(drawer({{"weight plate 0.5 kg", 2},
                                                   {"sandbag, 2 lb 3 oz", 1},
                                                   {"Water bottle 1,5 l", 3},
                                                   {"Ballast 250 g", 1},
                                                   {"plate, 38 mm", 4},          // no mass
                                                   {"power bank 0.4 kg", 1},     // no ballast
                                                   {"template 1 kg", 1},         // within another word
                                                   {"weight plate 1 kg", 0}}));  // none is there
    REQUIRE(all.size() == 4);
    CHECK(all[0].mass == Approx(0.5));
    CHECK(all[0].count == 2);
    CHECK(all[1].mass == Approx(0.99223).epsilon(1e-4));  // NIST SP 811: 0.45359237 kg, and its sixteenth
    CHECK(all[2].mass == Approx(1.5));
    CHECK(all[3].mass == Approx(0.25));
}

TEST_CASE("the fewest pieces within the window are taken, from the drawer first", "[inventory][ballast]") {
    const auto own = drawer({{"weight plate 0.5 kg", 2}, {"weight plate 0.25 kg", 1}});
    const auto heap = inventory::heap_within(own, 1.2, 1.4);
    REQUIRE(heap);
    CHECK(heap->is_owned);
    CHECK(heap->mass == Approx(1.25));
    const std::vector<inventory::Heap::Pieces> pieces{{"weight plate 0.5 kg", 2}, {"weight plate 0.25 kg", 1}};
    CHECK(heap->pieces == pieces);
    CHECK(inventory::words_of(*heap) == "from the drawer: 2 × weight plate 0.5 kg and weight plate 0.25 kg, 1.25 kg");
    // No more than there are: two kilograms are bought.
    const auto sold = inventory::heap_within(own, 1.9, 2.1);
    REQUIRE(sold);
    CHECK_FALSE(sold->is_owned);
    CHECK(inventory::words_of(*sold) == "as sold: weight plate 2 kg");
    // Of as few pieces those nearest to the middle.
    CHECK(inventory::heap_within(own, 0.2, 0.6)->mass == Approx(0.5));
    CHECK_FALSE(inventory::heap_within(own, 0.01, 0.02));
    CHECK_FALSE(inventory::heap_within(own, 2, 1));
    CHECK_FALSE(inventory::heap_within(own, 0, 0));
}

TEST_CASE("the heap is what trying all of them gives", "[inventory][ballast]") {
    // Brute force over all counts, for many windows.
    const std::vector<Ballast> things{{"a", 0.37, 2}, {"b", 0.61, 3}, {"c", 1.13, 1}, {"d", 2.9, 1}};
    for (double least = 0.3; least < 6; least += 0.17) {
        const double most = least + 0.12, middle = (least + most) / 2;
        unsigned fewest = 99;
        double best = 0;
        for (unsigned a = 0; a <= 2; ++a)
            for (unsigned b = 0; b <= 3; ++b)
                for (unsigned c = 0; c <= 1; ++c)
                    for (unsigned d = 0; d <= 1; ++d) {
                        const unsigned n = a + b + c + d;
                        const double mass = a * 0.37 + b * 0.61 + c * 1.13 + d * 2.9;
                        if (n == 0 || n > 6 || mass < least || mass > most || n > fewest) continue;
                        if (n < fewest || std::abs(mass - middle) < std::abs(best - middle)) best = mass;
                        fewest = n;
                    }
        CAPTURE(least);
        const auto heap = inventory::heap_within(things, least, most);
        REQUIRE(heap.has_value() == (fewest < 99));
        if (heap) CHECK(heap->mass == Approx(best));
    }
}

// SPDX-License-Identifier: GPL-3.0-or-later
// Runs the fuzz target over every file of the given folders, whole, cut off and with bytes changed.
#include <cstdint>
#include <cstdio>
#include <filesystem>
#include <fstream>
#include <random>
#include <sstream>
#include <string>

extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size);

namespace {

void run(const std::string& bytes) {
    LLVMFuzzerTestOneInput(reinterpret_cast<const std::uint8_t*>(bytes.data()), bytes.size());
}

}  // namespace

int main(int argc, char** argv) {
    std::mt19937 random(7);
    int files = 0, inputs = 0;
    for (int i = 1; i < argc; ++i) {
        for (const auto& entry : std::filesystem::directory_iterator(argv[i])) {
            std::ostringstream text;
            text << std::ifstream(entry.path(), std::ios::binary).rdbuf();
            const std::string bytes = text.str();
            ++files;
            run(bytes);
            for (int change = 0; change < 60 && !bytes.empty(); ++change, ++inputs) {
                std::string changed = bytes;
                if (change % 3 == 0) changed.resize(random() % bytes.size());
                for (int k = change % 3; k > 0 && !changed.empty(); --k) {
                    changed[random() % changed.size()] = static_cast<char>(random());
                }
                run(changed);
            }
        }
    }
    std::printf("%d files, %d changed inputs\n", files, inputs);
    return files > 0 ? 0 : 1;
}

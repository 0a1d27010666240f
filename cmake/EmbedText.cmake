# Writes a C++ file with the text of INPUT. Split into pieces because compilers limit one literal's length.
file(READ ${INPUT} text)
string(LENGTH "${text}" length)
set(body "")
set(at 0)
while(at LESS length)
    string(SUBSTRING "${text}" ${at} 8000 piece)
    string(APPEND body "    R\"clampet(${piece})clampet\"\n")
    math(EXPR at "${at} + 8000")
endwhile()
file(WRITE ${OUTPUT} "#include <string_view>\nnamespace clampet::embedded {\nstd::string_view ${SYMBOL}();\n"
    "std::string_view ${SYMBOL}() {\n    return\n${body}    ;\n}\n}  // namespace clampet::embedded\n")

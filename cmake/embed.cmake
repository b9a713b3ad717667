# ovant_embed(target file...): carries files in the program as the symbols embedded_<name> and
# embedded_<name>_end, where <name> is the file's name with other characters turned to '_'.
function(ovant_embed target)
  set(assembly ${CMAKE_BINARY_DIR}/${target}_embedded.S)
  set(text ".section .rodata\n")
  foreach(file ${ARGN})
    get_filename_component(name ${file} NAME)
    string(REGEX REPLACE "[^A-Za-z0-9]" "_" symbol ${name})
    string(APPEND text ".global embedded_${symbol}\n.global embedded_${symbol}_end\n"
           "embedded_${symbol}:\n.incbin \"${file}\"\nembedded_${symbol}_end:\n.byte 0\n")
  endforeach()
  string(APPEND text ".section .note.GNU-stack,\"\",@progbits\n")
  file(CONFIGURE OUTPUT ${assembly} CONTENT "${text}" @ONLY)
  set_source_files_properties(${assembly} PROPERTIES OBJECT_DEPENDS "${ARGN}")
  target_sources(${target} PRIVATE ${assembly})
endfunction()

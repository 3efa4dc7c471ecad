"""The core: geometry, sculpting, sitter and document. Knows no Qt and no OpenGL."""

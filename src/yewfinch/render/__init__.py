"""Drawing with moderngl (OpenGL 3.3 core): buffers, passes and offscreen pictures. No Qt."""

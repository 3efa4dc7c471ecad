"""Features of the face with handles in millimetres, on any clay."""

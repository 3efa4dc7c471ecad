"""Surfaces: arrays, adjacency, normals, spatial index and picking."""

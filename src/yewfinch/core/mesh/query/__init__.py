"""Questions to a surface: where a ray meets it, what lies nearest, what is inside."""

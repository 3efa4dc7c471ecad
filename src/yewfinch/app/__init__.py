"""The application: PyQt6 widgets over the core. Widgets hold no truth."""

"""What every widget needs: the theme with fonts and icons, and workers."""

"""The plain head and bodies, and how heads of a population spread round them."""

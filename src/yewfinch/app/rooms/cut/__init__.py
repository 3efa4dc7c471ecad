"""Wire cut and outline fit."""

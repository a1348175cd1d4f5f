"""What the bench computes, as plain numbers: outlines that are cut, grits, holes, what a kilogram becomes."""

"""What goes into the kiln and how it lies: families of processes, blanks, the ways glass moves."""

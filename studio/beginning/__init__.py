"""What a new studio may begin with: kilns like most, examples to copy, a firing of the practice kiln."""

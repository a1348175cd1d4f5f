"""What people type and read: units, parsing, words in both unit systems."""

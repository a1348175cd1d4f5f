"""How glass moves while it is soft."""

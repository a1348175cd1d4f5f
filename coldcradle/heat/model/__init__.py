"""The numbers of heat: what counts as thick, how fast, how hot, how long. Plain floats in SI, no words."""

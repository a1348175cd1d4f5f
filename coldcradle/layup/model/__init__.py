"""What lay-up computes: plain functions of sizes, weights and shapes in SI units."""

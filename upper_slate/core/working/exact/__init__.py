"""Exact numbers: sums of rational multiples of radicals, with decisions that are proofs."""

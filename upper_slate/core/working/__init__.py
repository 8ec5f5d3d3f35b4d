"""Working out: exact numbers and radicals, decimals, functions, algebra and calculus."""

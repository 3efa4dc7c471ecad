"""Forms of the body: trunk, limbs, hands, feet, joints, and their measures."""

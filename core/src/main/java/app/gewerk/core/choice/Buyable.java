package app.gewerk.core.choice;

import app.gewerk.core.material.Material;
import app.gewerk.core.sourcing.Match;

/**
 * A gear that a seller has, of the same count and pitch as the one that broke.
 *
 * @param price landed, in the shop's currency
 */
public record Buyable(Match match, Material material, Priced price) {}

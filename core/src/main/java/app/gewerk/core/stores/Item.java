package app.gewerk.core.stores;

import app.gewerk.core.sourcing.GearAsListed;
import java.util.Optional;

/**
 * A thing that is kept or sold.
 *
 * @param number its maker's, as written; empty when it has none
 * @param gear what it is, where it is a gear or holds one
 */
public record Item(ItemKind kind, String name, String number, Optional<GearAsListed> gear) {
    public Optional<PartKey> key() {
        return PartKey.of(number);
    }
}

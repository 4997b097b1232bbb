package app.gewerk.core.account;

import app.gewerk.core.Wire;
import java.util.Collections;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;

/** What somebody is in a shop, and with it what he may do there. */
public enum Role {
    OWNER(Right.LOOK, Right.COUNTER, Right.BENCH, Right.SHOP),
    TECHNICIAN(Right.LOOK, Right.COUNTER, Right.BENCH),
    COUNTER(Right.LOOK, Right.COUNTER),
    LOOKING(Right.LOOK);

    private final Set<Right> rights;

    Role(Right... rights) {
        this.rights = Collections.unmodifiableSet(EnumSet.copyOf(List.of(rights)));
    }

    public Set<Right> rights() {
        return rights;
    }

    /**
     * What remains when somebody has shown a few figures only: the shop itself is not changed on them.
     */
    public Set<Right> rightsByPin() {
        EnumSet<Right> fewer = EnumSet.copyOf(rights);
        fewer.remove(Right.SHOP);
        return Collections.unmodifiableSet(fewer);
    }

    @Override
    public String toString() {
        return Wire.word(this);
    }
}

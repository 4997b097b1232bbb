package app.gewerk.server.shop;

import app.gewerk.core.account.Right;
import app.gewerk.core.account.Role;
import java.util.Optional;
import java.util.Set;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.context.SecurityContextHolder;

/**
 * Who asks, and what they may do.
 *
 * @param onlyJob for a telephone: the one job it may add photographs to, in the name of whoever joined it
 */
public record Asker(Here here, Set<Right> rights, Optional<Long> onlyJob) {

    /** At a bench without accounts everybody may do everything. */
    public static Asker mayAll(Here here) {
        return new Asker(here, Role.OWNER.rights(), Optional.empty());
    }

    /** Whoever sent the request that this thread works on. */
    public static Optional<Asker> now() {
        Authentication known = SecurityContextHolder.getContext().getAuthentication();
        return known != null && known.getPrincipal() instanceof Asker asker ? Optional.of(asker) : Optional.empty();
    }

    /** Somebody of the shop, no telephone. */
    public static Optional<Asker> person() {
        return now().filter(asker -> asker.onlyJob.isEmpty());
    }
}

package app.gewerk.server.account;

import app.gewerk.server.shop.Asker;
import app.gewerk.server.shop.BenchCookie;
import app.gewerk.server.shop.ShopScope;
import app.gewerk.server.shop.ShopService;
import jakarta.servlet.DispatcherType;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.util.Optional;
import org.springframework.security.authentication.AbstractAuthenticationToken;
import org.springframework.security.core.authority.AuthorityUtils;
import org.springframework.security.core.context.DeferredSecurityContext;
import org.springframework.security.core.context.SecurityContext;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.security.core.context.SecurityContextImpl;
import org.springframework.security.web.context.HttpRequestResponseHolder;
import org.springframework.security.web.context.SecurityContextRepository;
import org.springframework.stereotype.Component;

/**
 * Finds out who sent a request, once it is asked: whose session it is, or, at a bench without accounts, whose name was
 * picked. From then on the request works for that person's shop.
 */
@Component
class WhoAsks implements SecurityContextRepository {
    private final Sessions sessions;
    private final ShopService shops;
    private final ShopScope scope;

    WhoAsks(Sessions sessions, ShopService shops, ShopScope scope) {
        this.sessions = sessions;
        this.shops = shops;
        this.scope = scope;
    }

    private Optional<Asker> asker(HttpServletRequest request) {
        if (request.getDispatcherType() == DispatcherType.ERROR) {
            // That it is not known who asked may be what went wrong; saying so must not wait for it again.
            return Optional.empty();
        }
        Optional<Asker> asker = sessions.asker(request)
                .or(() ->
                        BenchCookie.of(request).flatMap(shops::takenAtTheirWord).map(Asker::mayAll));
        asker.ifPresent(a -> scope.enterRequest(a.here().shopId()));
        return asker;
    }

    @Override
    public DeferredSecurityContext loadDeferredContext(HttpServletRequest request) {
        return new Deferred(request);
    }

    private final class Deferred implements DeferredSecurityContext {
        private final HttpServletRequest request;
        private final SecurityContext context = new SecurityContextImpl();
        private boolean asked;

        Deferred(HttpServletRequest request) {
            this.request = request;
        }

        @Override
        public SecurityContext get() {
            if (!asked) {
                asked = true;
                asker(request).map(Known::new).ifPresent(context::setAuthentication);
            }
            return context;
        }

        @Override
        public boolean isGenerated() {
            return get().getAuthentication() == null;
        }
    }

    /** Somebody who is known. */
    private static final class Known extends AbstractAuthenticationToken {
        private final transient Asker asker;

        Known(Asker asker) {
            super(AuthorityUtils.NO_AUTHORITIES);
            this.asker = asker;
            setAuthenticated(true);
        }

        @Override
        public Object getPrincipal() {
            return asker;
        }

        @Override
        public Object getCredentials() {
            return "";
        }
    }

    @Override
    @SuppressWarnings("deprecation")
    public SecurityContext loadContext(HttpRequestResponseHolder holder) {
        return loadDeferredContext(holder.getRequest()).get();
    }

    /** What a session knows is written by {@link Sessions} alone. */
    @Override
    public void saveContext(SecurityContext context, HttpServletRequest request, HttpServletResponse response) {}

    @Override
    public boolean containsContext(HttpServletRequest request) {
        return SecurityContextHolder.getContext().getAuthentication() != null;
    }
}

package app.gewerk.server.account;

import app.gewerk.core.Wire;
import app.gewerk.core.account.Role;
import app.gewerk.server.http.Limits;
import app.gewerk.server.http.Listening;
import app.gewerk.server.shop.Asker;
import app.gewerk.server.shop.Here;
import app.gewerk.server.shop.PersonKey;
import app.gewerk.server.shop.ShopClock;
import app.gewerk.server.shop.ShopScope;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpSession;
import java.nio.charset.StandardCharsets;
import java.util.Optional;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.core.convert.ConversionService;
import org.springframework.core.convert.support.GenericConversionService;
import org.springframework.session.FindByIndexNameSessionRepository;
import org.springframework.session.Session;
import org.springframework.session.web.http.CookieSerializer;
import org.springframework.session.web.http.DefaultCookieSerializer;
import org.springframework.stereotype.Component;

/**
 * Who is signed in where. A session lies in the database and holds words only: whose it is, how they came in, and for a
 * telephone which link it follows; what that person may do is looked up each time.
 */
@Component
public class Sessions {
    private static final String WHOSE = FindByIndexNameSessionRepository.PRINCIPAL_NAME_INDEX_NAME;
    private static final String HOW = "how";
    private static final String LINK = "link";

    private final FindByIndexNameSessionRepository<? extends Session> kept;
    private final AccountStore store;
    private final ShopScope scope;
    private final ShopClock clock;

    Sessions(
            FindByIndexNameSessionRepository<? extends Session> kept,
            AccountStore store,
            ShopScope scope,
            ShopClock clock) {
        this.kept = kept;
        this.store = store;
        this.scope = scope;
        this.clock = clock;
    }

    /** How somebody came in. */
    enum How {
        PASSWORD,
        PIN;

        @Override
        public String toString() {
            return Wire.word(this);
        }
    }

    /** Whose session a request belongs to, and what they may do by now. */
    Optional<Asker> asker(HttpServletRequest request) {
        HttpSession session = request.getSession(false);
        if (session == null || !(session.getAttribute(WHOSE) instanceof String whose)) {
            return Optional.empty();
        }
        Object link = session.getAttribute(LINK);
        return PersonKey.read(whose)
                .flatMap(person -> scope.in(
                        person.shopId(),
                        () -> link == null
                                ? store.account(person)
                                        .map(a -> asker(a, How.PIN.toString().equals(session.getAttribute(HOW))))
                                : store.phone(person, Long.parseLong((String) link), clock.now())));
    }

    private static Asker asker(AccountStore.Account account, boolean byPin) {
        Role role = account.role();
        return new Asker(account.here(), byPin ? role.rightsByPin() : role.rights(), Optional.empty());
    }

    /** A session of its own for whoever has just shown who they are; the one before ends, whoever knew its number. */
    void begin(HttpServletRequest request, Here who, How how) {
        HttpSession session = anew(request);
        session.setAttribute(WHOSE, PersonKey.of(who).toString());
        session.setAttribute(HOW, how.toString());
        scope.run(who.shopId(), () -> {
            store.insertSignIn(who, how, address(request), agent(request), session.getId(), clock.now());
        });
    }

    /** A telephone's session: it ends with the link. */
    public void beginPhone(HttpServletRequest request, Here inTheNameOf, long link, int seconds) {
        HttpSession session = anew(request);
        session.setAttribute(WHOSE, PersonKey.of(inTheNameOf).toString());
        session.setAttribute(LINK, String.valueOf(link));
        session.setMaxInactiveInterval(seconds);
    }

    private HttpSession anew(HttpServletRequest request) {
        end(request);
        return request.getSession(true);
    }

    void end(HttpServletRequest request) {
        HttpSession session = request.getSession(false);
        if (session != null) {
            if (session.getAttribute(WHOSE) instanceof String whose) {
                PersonKey.read(whose).ifPresent(p -> scope.in(p.shopId(), () -> ended(p.shopId(), session.getId())));
            }
            session.invalidate();
        }
    }

    private int ended(long shopId, String session) {
        return store.signedOut(shopId, session, clock.now());
    }

    /** Every session of a person ends, but for the one given. */
    void endAllOf(PersonKey person, Optional<String> butFor) {
        for (String session : kept.findByPrincipalName(person.toString()).keySet()) {
            if (butFor.filter(session::equals).isEmpty()) {
                end(person.shopId(), session);
            }
        }
    }

    void end(long shopId, String session) {
        kept.deleteById(session);
        ended(shopId, session);
    }

    static String address(HttpServletRequest request) {
        return request.getRemoteAddr();
    }

    private static String agent(HttpServletRequest request) {
        String said = request.getHeader("User-Agent");
        return said == null ? "" : said.substring(0, Math.min(said.length(), 200));
    }

    @Configuration(proxyBeanMethods = false)
    static class HowTheyAreKept {
        @Bean
        static CookieSerializer sessionCookie(Listening listening) {
            DefaultCookieSerializer cookie = new DefaultCookieSerializer();
            cookie.setCookieName(Limits.SESSION_COOKIE);
            cookie.setCookiePath("/");
            cookie.setUseHttpOnlyCookie(true);
            cookie.setSameSite("Strict");
            cookie.setUseSecureCookie(listening.network());
            return cookie;
        }

        /** Words as UTF-8 and nothing else: what is kept is read by tomorrow's program too. */
        @Bean
        static ConversionService springSessionConversionService() {
            GenericConversionService words = new GenericConversionService();
            words.addConverter(Object.class, byte[].class, text -> ((String) text).getBytes(StandardCharsets.UTF_8));
            words.addConverter(byte[].class, Object.class, bytes -> new String(bytes, StandardCharsets.UTF_8));
            return words;
        }
    }
}

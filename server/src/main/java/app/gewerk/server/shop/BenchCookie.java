package app.gewerk.server.shop;

import jakarta.servlet.http.Cookie;
import jakarta.servlet.http.HttpServletRequest;
import java.time.Duration;
import java.util.Optional;
import org.springframework.http.ResponseCookie;
import org.springframework.web.util.WebUtils;

/** Who a browser says is at a bench without accounts; whether there is such a person is seen later. */
public final class BenchCookie {
    static final String NAME = "gewerk_here";

    private BenchCookie() {}

    public static Optional<PersonKey> of(HttpServletRequest request) {
        return Optional.ofNullable(WebUtils.getCookie(request, NAME))
                .map(Cookie::getValue)
                .flatMap(PersonKey::read);
    }

    static ResponseCookie set(PersonKey person) {
        return ResponseCookie.from(NAME, person.toString())
                .httpOnly(true)
                .sameSite("Strict")
                .path("/")
                .maxAge(Duration.ofDays(365))
                .build();
    }
}

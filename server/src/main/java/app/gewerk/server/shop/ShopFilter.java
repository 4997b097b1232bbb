package app.gewerk.server.shop;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.Cookie;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/** A request works for the shop that the person's cookie names, and for no other. */
@Component
class ShopFilter extends OncePerRequestFilter {
    static final String COOKIE = "gewerk_here";
    private static final Pattern VALUE = Pattern.compile("(\\d{1,18})\\.(\\d{1,18})");

    /** Who a cookie says is there; whether there is such a person is seen later. */
    record Said(long shopId, long personId) {
        String cookie() {
            return shopId + "." + personId;
        }
    }

    static Optional<Said> said(@Nullable HttpServletRequest request) {
        if (request == null || request.getCookies() == null) {
            return Optional.empty();
        }
        for (Cookie cookie : request.getCookies()) {
            Matcher value = VALUE.matcher(cookie.getValue());
            if (cookie.getName().equals(COOKIE) && value.matches()) {
                return Optional.of(new Said(Long.parseLong(value.group(1)), Long.parseLong(value.group(2))));
            }
        }
        return Optional.empty();
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain rest)
            throws ServletException, IOException {
        ShopScope.set(said(request).map(Said::shopId));
        try {
            rest.doFilter(request, response);
        } finally {
            ShopScope.set(Optional.empty());
        }
    }
}

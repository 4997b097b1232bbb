package app.gewerk.server.shop;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.Optional;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/** A request works for no shop until it is known who asks, and for none when it is over. */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE + 10)
class ShopFilter extends OncePerRequestFilter {
    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain rest)
            throws ServletException, IOException {
        ShopScope.set(Optional.empty());
        try {
            rest.doFilter(request, response);
        } finally {
            ShopScope.set(Optional.empty());
        }
    }
}

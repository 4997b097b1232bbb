package app.gewerk.server.account;

import app.gewerk.core.account.Right;
import app.gewerk.core.words.Say;
import app.gewerk.server.http.Barred;
import app.gewerk.server.http.Needs;
import app.gewerk.server.shop.Asker;
import app.gewerk.server.shop.ShopService;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.util.Map;
import java.util.Set;
import org.springframework.context.annotation.Configuration;
import org.springframework.core.Ordered;
import org.springframework.web.method.HandlerMethod;
import org.springframework.web.servlet.HandlerInterceptor;
import org.springframework.web.servlet.HandlerMapping;
import org.springframework.web.servlet.config.annotation.InterceptorRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;

/** Lets nobody do what he has no right to; before anything is read or worked out for him. */
@Configuration(proxyBeanMethods = false)
class Rights implements WebMvcConfigurer, HandlerInterceptor {
    private static final Set<String> READING = Set.of("GET", "HEAD", "OPTIONS");

    private final ShopService shops;

    Rights(ShopService shops) {
        this.shops = shops;
    }

    @Override
    public void addInterceptors(InterceptorRegistry registry) {
        registry.addInterceptor(this).addPathPatterns("/api/**").order(Ordered.HIGHEST_PRECEDENCE);
    }

    @Override
    public boolean preHandle(HttpServletRequest request, HttpServletResponse response, Object handler) {
        if (handler instanceof HandlerMethod operation && !isOpen(operation, request.getRequestURI())) {
            Asker asker = Asker.now().orElseThrow(this::nobody);
            if (asker.onlyJob().isPresent()) {
                requirePhoneMay(operation, request, asker.onlyJob().get());
            }
            Right right = needed(operation, request.getMethod());
            if (!asker.rights().contains(right)) {
                throw Barred.forbidden(Say.of("account.noRight." + right));
            }
        }
        return true;
    }

    /** @throws IllegalStateException if something that changes anything does not say who may */
    static Right needed(HandlerMethod operation, String method) {
        Needs said = operation.getMethodAnnotation(Needs.class);
        if (said == null && READING.contains(method)) {
            return Right.LOOK;
        }
        said = said == null ? operation.getBeanType().getAnnotation(Needs.class) : said;
        if (said == null) {
            throw new IllegalStateException(operation + " does not say what right it needs");
        }
        return said.value();
    }

    /** What computes from what it is sent, and what an operation says holds nothing of a shop. */
    static boolean isOpen(HandlerMethod operation, String path) {
        return path.startsWith("/api/workings/") || operation.hasMethodAnnotation(Needs.Nothing.class);
    }

    private Barred nobody() {
        return shops.strangersSignIn() ? Barred.signInFirst() : Barred.nobodyHere();
    }

    private static void requirePhoneMay(HandlerMethod operation, HttpServletRequest request, long job) {
        Object places = request.getAttribute(HandlerMapping.URI_TEMPLATE_VARIABLES_ATTRIBUTE);
        Object asked = places instanceof Map<?, ?> named ? named.get("jobId") : null;
        if (!operation.hasMethodAnnotation(Needs.AlsoPhone.class) || (asked != null && !asked.equals("" + job))) {
            throw Barred.forbidden(Say.of("phone.onlyItsJob"));
        }
    }
}

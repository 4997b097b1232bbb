package app.gewerk.server.http;

import io.github.bucket4j.Bandwidth;
import io.github.bucket4j.Bucket;
import io.github.bucket4j.ConsumptionProbe;
import jakarta.servlet.http.Cookie;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.time.Duration;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.springframework.context.annotation.Configuration;
import org.springframework.core.Ordered;
import org.springframework.http.server.PathContainer;
import org.springframework.web.servlet.HandlerInterceptor;
import org.springframework.web.servlet.config.annotation.InterceptorRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;
import org.springframework.web.util.WebUtils;
import org.springframework.web.util.pattern.PathPattern;
import org.springframework.web.util.pattern.PathPatternParser;

/**
 * How much of what costs one session may ask for, and all that come from one address together; only where other machines
 * reach. Each process counts for itself.
 */
@Configuration(proxyBeanMethods = false)
public class Limits implements WebMvcConfigurer, HandlerInterceptor {
    public static final String SESSION_COOKIE = "gewerk_session";

    /** Behind one address may be a whole shop. */
    private static final int SESSIONS_AN_ADDRESS = 10;

    private static final int MOST_KEPT = 20_000;

    /**
     * @param atOnce so many may be asked for at once by one session
     * @param aMinute and so many more come free each minute
     */
    record Limit(String name, String method, List<String> paths, int atOnce, int aMinute) {}

    /** A technician types a reading every few seconds and each letter asks; somebody who leafs through papers opens ten. */
    static final List<Limit> LIMITS = List.of(
            new Limit("signIn", "POST", List.of("/api/account/sign-in", "/api/account/pin", "/api/phone/open"), 60, 30),
            new Limit("workings", "POST", List.of("/api/workings/**"), 120, 240),
            new Limit("upload", "POST", List.of("/api/photo/{jobId}"), 40, 40),
            new Limit("paper", "GET", List.of("/api/*/*/*.pdf"), 20, 20),
            new Limit("paper", "POST", List.of("/api/workings/making/*.pdf"), 20, 20));

    private record Rule(Limit limit, List<PathPattern> paths) {
        boolean holds(HttpServletRequest request) {
            PathContainer path = PathContainer.parsePath(request.getRequestURI());
            return request.getMethod().equals(limit.method()) && paths.stream().anyMatch(p -> p.matches(path));
        }
    }

    private final Listening listening;
    private final List<Rule> rules = LIMITS.stream()
            .map(limit -> new Rule(
                    limit,
                    limit.paths().stream()
                            .map(PathPatternParser.defaultInstance::parse)
                            .toList()))
            .toList();

    /** Those asked for longest ago go first. */
    private final Map<String, Bucket> buckets = new LinkedHashMap<>(64, 0.75f, true) {
        @Override
        protected boolean removeEldestEntry(Map.Entry<String, Bucket> eldest) {
            return size() > MOST_KEPT;
        }
    };

    Limits(Listening listening) {
        this.listening = listening;
    }

    @Override
    public void addInterceptors(InterceptorRegistry registry) {
        if (listening.network()) {
            registry.addInterceptor(this).addPathPatterns("/api/**").order(Ordered.HIGHEST_PRECEDENCE);
        }
    }

    @Override
    public boolean preHandle(HttpServletRequest request, HttpServletResponse response, Object handler) {
        for (Rule rule : rules) {
            if (rule.holds(request)) {
                take(rule.limit(), "address " + request.getRemoteAddr(), SESSIONS_AN_ADDRESS);
                Cookie session = WebUtils.getCookie(request, SESSION_COOKIE);
                if (session != null) {
                    take(rule.limit(), "session " + session.getValue(), 1);
                }
            }
        }
        return true;
    }

    private void take(Limit limit, String whose, int times) {
        ConsumptionProbe probe = bucket(limit, whose, times).tryConsumeAndReturnRemaining(1);
        if (!probe.isConsumed()) {
            throw Barred.tooOften("http.tooOften", Duration.ofNanos(probe.getNanosToWaitForRefill()));
        }
    }

    private Bucket bucket(Limit limit, String whose, int times) {
        synchronized (buckets) {
            return buckets.computeIfAbsent(
                    limit.name() + " " + whose,
                    k -> Bucket.builder()
                            .addLimit(Bandwidth.builder()
                                    .capacity((long) times * limit.atOnce())
                                    .refillGreedy((long) times * limit.aMinute(), Duration.ofMinutes(1))
                                    .build())
                            .build());
        }
    }
}

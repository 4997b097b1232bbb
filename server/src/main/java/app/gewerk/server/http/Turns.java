package app.gewerk.server.http;

import app.gewerk.core.Budget;
import com.sun.management.OperatingSystemMXBean;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.lang.management.ManagementFactory;
import java.util.concurrent.Semaphore;
import java.util.concurrent.TimeUnit;
import org.apache.catalina.connector.Request;
import org.apache.catalina.connector.Response;
import org.apache.catalina.valves.ValveBase;
import org.apache.coyote.ActionCode;
import org.jspecify.annotations.Nullable;
import org.springframework.boot.tomcat.servlet.TomcatServletWebServerFactory;
import org.springframework.boot.web.server.WebServerFactoryCustomizer;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.web.servlet.HandlerInterceptor;
import org.springframework.web.servlet.config.annotation.InterceptorRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;

/**
 * Every request works within a {@link Budget}; those that compute much take turns, so that however many come at once,
 * only so much memory is used.
 */
@Configuration(proxyBeanMethods = false)
class Turns implements WebMvcConfigurer, HandlerInterceptor {
    private static final long NANOS = TimeUnit.MILLISECONDS.toNanos(1300);
    /** Just after the start everything is read and compiled for the first time, and counts as the request's own time. */
    private static final long COLD_MS = 60_000;

    private static final int COLD_TIMES = 2;
    /** A request's thread is a virtual one, whose own time nobody counts. */
    private static final OperatingSystemMXBean PROCESS =
            ManagementFactory.getPlatformMXBean(OperatingSystemMXBean.class);

    private static final int AT_ONCE = 2;
    private static final long WAIT_S = 8;
    private static final String COYOTE = Turns.class.getName() + ".coyote";
    private static final String TURN = Turns.class.getName() + ".turn";

    /** Where geometry, probabilities and papers are worked out. */
    private static final String[] COMPUTING = {
        "/api/workings/**",
        "/api/diagnosis/**",
        "/api/damage/**",
        "/api/reading/**",
        "/api/making/**",
        "/api/sourcing/plan",
        "/api/sourcing/plan/along",
        "/api/*/*/*.pdf",
        "/api/account/sign-in",
        "/api/account/pin"
    };

    private final Semaphore turns = new Semaphore(AT_ONCE, true);

    /** All turns are taken, and none came free in time. */
    static final class Busy extends RuntimeException {}

    @Override
    public void addInterceptors(InterceptorRegistry registry) {
        registry.addInterceptor(this).addPathPatterns("/api/**");
        registry.addInterceptor(new HandlerInterceptor() {
                    @Override
                    public boolean preHandle(HttpServletRequest request, HttpServletResponse response, Object handler)
                            throws InterruptedException {
                        if (!turns.tryAcquire(WAIT_S, TimeUnit.SECONDS)) {
                            throw new Busy();
                        }
                        request.setAttribute(TURN, true);
                        return true;
                    }

                    @Override
                    public void afterCompletion(
                            HttpServletRequest request,
                            HttpServletResponse response,
                            Object handler,
                            @Nullable Exception failed) {
                        if (request.getAttribute(TURN) != null) {
                            request.removeAttribute(TURN);
                            turns.release();
                        }
                    }
                })
                .addPathPatterns(COMPUTING);
    }

    @Override
    public boolean preHandle(HttpServletRequest request, HttpServletResponse response, Object handler) {
        long running = ManagementFactory.getRuntimeMXBean().getUptime();
        new Budget(nanos(running), System::nanoTime, Turns::worked, () -> gone(request)).begin();
        return true;
    }

    /** @param runningMs how long this process has been running */
    static long nanos(long runningMs) {
        return runningMs < COLD_MS ? COLD_TIMES * NANOS : NANOS;
    }

    @Override
    public void afterCompletion(
            HttpServletRequest request, HttpServletResponse response, Object handler, @Nullable Exception failed) {
        Budget.end();
    }

    /** The processor's time of this whole process, in nanoseconds. */
    static long worked() {
        return PROCESS.getProcessCpuTime();
    }

    /**
     * Whether the caller has hung up. Asked on the request's own thread, once the body is read: there is nothing more to
     * come then, so that anything to be read from the connection is its end (and asked twice, a request sent ahead is
     * told from that).
     */
    private static boolean gone(HttpServletRequest request) {
        if (!(request.getAttribute(COYOTE) instanceof org.apache.coyote.Request coyote)) {
            return false;
        }
        boolean bodyUnread = coyote.getContentLengthLong() > coyote.getBytesRead()
                || (coyote.getContentLengthLong() < 0 && request.getHeader("Transfer-Encoding") != null);
        if (bodyUnread) {
            return false;
        }
        return somethingToRead(coyote) && somethingToRead(coyote);
    }

    private static boolean somethingToRead(org.apache.coyote.Request coyote) {
        coyote.action(ActionCode.AVAILABLE, true);
        return coyote.getAvailable() != 0;
    }

    /** Lets {@link #gone} get at the connection. */
    @Bean
    static WebServerFactoryCustomizer<TomcatServletWebServerFactory> connectionAtHand() {
        return factory -> factory.addContextValves(new ValveBase(true) {
            @Override
            public void invoke(Request request, Response response)
                    throws java.io.IOException, jakarta.servlet.ServletException {
                request.setAttribute(COYOTE, request.getCoyoteRequest());
                getNext().invoke(request, response);
            }
        });
    }
}

package app.gewerk.server.http;

import java.util.List;
import java.util.regex.Pattern;
import org.apache.catalina.connector.Connector;
import org.apache.catalina.connector.Request;
import org.apache.catalina.connector.Response;
import org.apache.catalina.valves.RemoteIpValve;
import org.apache.catalina.valves.ValveBase;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.tomcat.servlet.TomcatServletWebServerFactory;
import org.springframework.boot.web.server.WebServerFactoryCustomizer;
import org.springframework.boot.web.servlet.FilterRegistrationBean;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.core.Ordered;
import org.springframework.security.web.header.HeaderWriterFilter;
import org.springframework.security.web.header.writers.ContentSecurityPolicyHeaderWriter;
import org.springframework.security.web.header.writers.HstsHeaderWriter;
import org.springframework.security.web.header.writers.StaticHeadersWriter;

/** What stands on every answer, and who may say in whose name he asks. */
@Configuration(proxyBeanMethods = false)
class NetworkSetup {
    private static final String POLICY = "default-src 'none'; script-src 'self'; style-src 'self' 'unsafe-inline'; "
            + "img-src 'self' data: blob:; font-src 'self'; connect-src 'self'; manifest-src 'self'; worker-src 'self'; "
            + "form-action 'self'; base-uri 'none'; frame-ancestors 'none'";

    /** Before everything else, and at once: on refusals of the door, on HEAD and on answers without a body too. */
    @Bean
    static FilterRegistrationBean<HeaderWriterFilter> headers() {
        HstsHeaderWriter https = new HstsHeaderWriter();
        https.setIncludeSubDomains(false);
        HeaderWriterFilter filter = new HeaderWriterFilter(List.of(
                new ContentSecurityPolicyHeaderWriter(POLICY),
                new StaticHeadersWriter("X-Content-Type-Options", "nosniff"),
                new StaticHeadersWriter("X-Frame-Options", "DENY"),
                new StaticHeadersWriter("Referrer-Policy", "no-referrer"),
                new StaticHeadersWriter("Cross-Origin-Resource-Policy", "same-origin"),
                // Alone: beside "Pragma: no-cache" browsers keep nothing, whatever an answer says of itself later.
                new StaticHeadersWriter("Cache-Control", "no-store"),
                https));
        filter.setShouldWriteHeadersEagerly(true);
        FilterRegistrationBean<HeaderWriterFilter> first = new FilterRegistrationBean<>(filter);
        first.setOrder(Ordered.HIGHEST_PRECEDENCE);
        return first;
    }

    /** Behind a proxy it alone is spoken to, and it alone is believed. */
    @Bean
    static WebServerFactoryCustomizer<TomcatServletWebServerFactory> proxyAlone(Listening listening) {
        return factory -> listening.proxy().ifPresent(proxy -> {
            RemoteIpValve valve = new RemoteIpValve();
            valve.setInternalProxies(Pattern.quote(proxy));
            valve.setRemoteIpHeader("X-Forwarded-For");
            valve.setProtocolHeader("X-Forwarded-Proto");
            factory.addEngineValves(new OnlyFrom(proxy), valve);
        });
    }

    /** A door on this machine for whoever looks after the process; {@link Door} lets nothing else through it. */
    @Bean
    static WebServerFactoryCustomizer<TomcatServletWebServerFactory> aliveDoor(
            @Value("${gewerk.alive-port:0}") int port) {
        return factory -> {
            if (port > 0) {
                Connector connector = new Connector();
                connector.setPort(port);
                connector.setProperty("address", "127.0.0.1");
                factory.addAdditionalConnectors(connector);
            }
        };
    }

    /** Nobody else's request is read, but for this machine's asking whether the process lives. */
    private static final class OnlyFrom extends ValveBase {
        private final String proxy;

        OnlyFrom(String proxy) {
            super(true);
            this.proxy = proxy;
        }

        @Override
        public void invoke(Request request, Response response)
                throws java.io.IOException, jakarta.servlet.ServletException {
            String peer = request.getPeerAddr();
            boolean alive = Listening.isHere(peer) && AliveController.PATH.equals(request.getRequestURI());
            if (alive || peer.equals(proxy)) {
                getNext().invoke(request, response);
            } else {
                response.sendError(403);
            }
        }
    }
}

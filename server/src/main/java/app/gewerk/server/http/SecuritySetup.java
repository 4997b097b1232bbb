package app.gewerk.server.http;

import java.net.InetAddress;
import java.time.Duration;
import java.util.Set;
import org.springframework.boot.tomcat.servlet.TomcatServletWebServerFactory;
import org.springframework.boot.web.server.WebServerFactoryCustomizer;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.http.CacheControl;
import org.springframework.security.config.annotation.web.builders.HttpSecurity;
import org.springframework.security.config.http.SessionCreationPolicy;
import org.springframework.security.core.userdetails.UserDetailsService;
import org.springframework.security.core.userdetails.UsernameNotFoundException;
import org.springframework.security.web.SecurityFilterChain;
import org.springframework.security.web.csrf.CookieCsrfTokenRepository;
import org.springframework.security.web.header.HeaderWriterFilter;
import org.springframework.security.web.header.writers.ReferrerPolicyHeaderWriter;
import org.springframework.security.web.util.matcher.RequestMatcher;
import org.springframework.web.servlet.config.annotation.ResourceHandlerRegistry;
import org.springframework.web.servlet.config.annotation.ViewControllerRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;

/** Headers, CSRF and where the front end's files come from. No accounts yet, so the server stays on loopback. */
@Configuration(proxyBeanMethods = false)
class SecuritySetup implements WebMvcConfigurer {
    private static final String POLICY = "default-src 'none'; script-src 'self'; style-src 'self' 'unsafe-inline'; "
            + "img-src 'self' data: blob:; font-src 'self'; connect-src 'self'; manifest-src 'self'; "
            + "form-action 'self'; base-uri 'none'; frame-ancestors 'none'";
    private static final Set<String> LOOPBACK_NAMES = Set.of("localhost", "127.0.0.1", "[::1]", "::1");

    @Bean
    SecurityFilterChain security(HttpSecurity http) {
        RequestMatcher stranger = request -> !LOOPBACK_NAMES.contains(request.getServerName());
        http.authorizeHttpRequests(rules ->
                        rules.requestMatchers(stranger).denyAll().anyRequest().permitAll())
                .csrf(csrf -> csrf.spa().csrfTokenRepository(tokens()).ignoringRequestMatchers("/api/workings/**"))
                .sessionManagement(s -> s.sessionCreationPolicy(SessionCreationPolicy.STATELESS))
                .requestCache(cache -> cache.disable())
                .logout(logout -> logout.disable())
                .headers(headers -> headers.contentSecurityPolicy(csp -> csp.policyDirectives(POLICY))
                        .frameOptions(frame -> frame.deny())
                        .referrerPolicy(r -> r.policy(ReferrerPolicyHeaderWriter.ReferrerPolicy.NO_REFERRER)));
        SecurityFilterChain chain = http.build();
        // Written at once, so that they stand on answers without a body too (HEAD, 304).
        chain.getFilters().stream()
                .filter(HeaderWriterFilter.class::isInstance)
                .map(HeaderWriterFilter.class::cast)
                .forEach(filter -> filter.setShouldWriteHeadersEagerly(true));
        return chain;
    }

    private static CookieCsrfTokenRepository tokens() {
        CookieCsrfTokenRepository tokens = CookieCsrfTokenRepository.withHttpOnlyFalse();
        tokens.setCookieCustomizer(cookie -> cookie.sameSite("Strict"));
        return tokens;
    }

    /** Nobody has a password yet; this keeps the framework from making one up. */
    @Bean
    UserDetailsService nobody() {
        return name -> {
            throw new UsernameNotFoundException(name);
        };
    }

    /** Refuses to listen anywhere but on this machine. */
    @Bean
    WebServerFactoryCustomizer<TomcatServletWebServerFactory> loopbackOnly() {
        return factory -> {
            InetAddress address = factory.getAddress();
            if (address == null || !address.isLoopbackAddress()) {
                throw new IllegalStateException(
                        "Gewerk has no accounts yet and therefore listens on this machine only: set server.address to 127.0.0.1 or ::1");
            }
        };
    }

    @Override
    public void addResourceHandlers(ResourceHandlerRegistry registry) {
        registry.addResourceHandler("/assets/**")
                .addResourceLocations("classpath:/static/assets/")
                .setCacheControl(
                        CacheControl.maxAge(Duration.ofDays(365)).cachePublic().immutable());
    }

    /** Addresses the front end makes itself all open the same page. */
    @Override
    public void addViewControllers(ViewControllerRegistry registry) {
        for (String screen : new String[] {"/", "/new", "/job/**", "/workings/**", "/machines/**"}) {
            registry.addViewController(screen).setViewName("forward:/index.html");
        }
    }
}

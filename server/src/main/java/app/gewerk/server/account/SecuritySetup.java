package app.gewerk.server.account;

import java.time.Duration;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.http.CacheControl;
import org.springframework.security.config.annotation.web.builders.HttpSecurity;
import org.springframework.security.config.http.SessionCreationPolicy;
import org.springframework.security.core.userdetails.UserDetailsService;
import org.springframework.security.core.userdetails.UsernameNotFoundException;
import org.springframework.security.web.SecurityFilterChain;
import org.springframework.security.web.csrf.CookieCsrfTokenRepository;
import org.springframework.security.web.servlet.util.matcher.PathPatternRequestMatcher;
import org.springframework.security.web.util.matcher.NegatedRequestMatcher;
import org.springframework.web.servlet.config.annotation.ResourceHandlerRegistry;
import org.springframework.web.servlet.config.annotation.ViewControllerRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;

/** Who asks, that no other page asks in their name, and where the front end's files come from. */
@Configuration(proxyBeanMethods = false)
class SecuritySetup implements WebMvcConfigurer {
    /** Scripts, styles and fonts, named by what is in them: the same for everybody, with nobody's cookie on them. */
    private static final String FILES = "/assets/**";

    /** What somebody may do is decided where it is known what is asked for: {@link Rights}. */
    @Bean
    SecurityFilterChain security(HttpSecurity http, WhoAsks whoAsks) {
        return http.securityMatcher(new NegatedRequestMatcher(PathPatternRequestMatcher.pathPattern(FILES)))
                .authorizeHttpRequests(rules -> rules.anyRequest().permitAll())
                .securityContext(context -> context.securityContextRepository(whoAsks))
                .csrf(csrf -> csrf.spa().csrfTokenRepository(tokens()).ignoringRequestMatchers("/api/workings/**"))
                .sessionManagement(s -> s.sessionCreationPolicy(SessionCreationPolicy.NEVER))
                .anonymous(anonymous -> anonymous.disable())
                .requestCache(cache -> cache.disable())
                .logout(logout -> logout.disable())
                .headers(headers -> headers.disable())
                .build();
    }

    private static CookieCsrfTokenRepository tokens() {
        CookieCsrfTokenRepository tokens = CookieCsrfTokenRepository.withHttpOnlyFalse();
        tokens.setCookieCustomizer(cookie -> cookie.sameSite("Strict"));
        return tokens;
    }

    /** People are found by {@link AccountService}; this keeps the framework from making one up. */
    @Bean
    UserDetailsService nobody() {
        return name -> {
            throw new UsernameNotFoundException(name);
        };
    }

    @Override
    public void addResourceHandlers(ResourceHandlerRegistry registry) {
        registry.addResourceHandler(FILES)
                .addResourceLocations("classpath:/static/assets/")
                .setCacheControl(
                        CacheControl.maxAge(Duration.ofDays(365)).cachePublic().immutable());
    }

    /** Addresses the front end makes itself all open the same page. */
    @Override
    public void addViewControllers(ViewControllerRegistry registry) {
        for (String screen : new String[] {
            "/",
            "/new",
            "/job/**",
            "/workings/**",
            "/book/**",
            "/knowledge/**",
            "/stores/**",
            "/look-back",
            "/people",
            "/phone"
        }) {
            registry.addViewController(screen).setViewName("forward:/index.html");
        }
    }
}

package app.gewerk.server.shop;

import app.gewerk.core.intake.Estimate;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.math.BigDecimal;
import java.time.Duration;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpHeaders;
import org.springframework.http.ResponseCookie;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/shop")
class ShopController {
    private final ShopService shop;

    ShopController(ShopService shop) {
        this.shop = shop;
    }

    /** @param bench tells this database from others behind the same address; goes along in a backup */
    record ShopView(
            UUID bench,
            String name,
            String currency,
            LocalDate today,
            List<ShopService.Person> people,
            Optional<ShopService.Person> here) {}

    record Name(String name) {}

    /** The shop of whoever is here, else the one whose door this is. */
    @GetMapping
    ShopView shop(HttpServletRequest request) {
        Optional<Here> here = ShopFilter.said(request).flatMap(shop::here);
        ShopService.Shop known = here.map(shop::shop).orElseGet(shop::entrance);
        return new ShopView(
                known.bench(),
                known.name(),
                known.currency(),
                shop.today(known),
                shop.people(known),
                here.map(h -> new ShopService.Person(h.personId(), h.personName())));
    }

    record SaveTerms(int version, BigDecimal hourlyRate, double easyShare, double askShare) {}

    @GetMapping("/terms")
    ShopService.ShopTerms terms(Here here) {
        return shop.terms(here);
    }

    @PutMapping("/terms")
    ShopService.ShopTerms saveTerms(
            Here here,
            @RequestBody SaveTerms save,
            @RequestHeader(name = "Idempotency-Key", required = false) @Nullable String key) {
        return shop.saveTerms(
                here,
                save.version(),
                new Estimate.Terms(save.hourlyRate(), save.easyShare(), save.askShare()),
                Optional.ofNullable(key));
    }

    /** Somebody steps up to the bench: known by name or new; at the shop somebody is at already, or else at this door's. */
    @PostMapping("/here")
    ShopService.Person stepUp(HttpServletRequest request, @RequestBody Name name, HttpServletResponse response) {
        ShopService.Shop at =
                ShopFilter.said(request).flatMap(shop::here).map(shop::shop).orElseGet(shop::entrance);
        Here here = shop.welcome(at, name.name());
        String value = new ShopFilter.Said(here.shopId(), here.personId()).cookie();
        ResponseCookie cookie = ResponseCookie.from(ShopFilter.COOKIE, value)
                .httpOnly(true)
                .sameSite("Strict")
                .path("/")
                .maxAge(Duration.ofDays(365))
                .build();
        response.addHeader(HttpHeaders.SET_COOKIE, cookie.toString());
        return new ShopService.Person(here.personId(), here.personName());
    }
}

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
import org.springframework.http.HttpHeaders;
import org.springframework.http.ResponseCookie;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
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

    @GetMapping
    ShopView shop(HttpServletRequest request) {
        ShopService.Shop known = shop.shop();
        List<ShopService.Person> people = shop.people();
        Optional<Long> id = HereResolver.personId(request);
        return new ShopView(
                known.bench(),
                known.name(),
                known.currency(),
                shop.today(),
                people,
                people.stream()
                        .filter(p -> id.filter(i -> i == p.id()).isPresent())
                        .findFirst());
    }

    record SaveTerms(int version, BigDecimal hourlyRate, double easyShare, double askShare) {}

    @GetMapping("/terms")
    ShopService.ShopTerms terms() {
        return shop.terms();
    }

    @PutMapping("/terms")
    ShopService.ShopTerms saveTerms(Here here, @RequestBody SaveTerms save) {
        return shop.saveTerms(
                here, save.version(), new Estimate.Terms(save.hourlyRate(), save.easyShare(), save.askShare()));
    }

    /** Somebody steps up to the bench: known by name or new. */
    @PostMapping("/here")
    ShopService.Person stepUp(@RequestBody Name name, HttpServletResponse response) {
        Here here = shop.welcome(name.name());
        ResponseCookie cookie = ResponseCookie.from(HereResolver.COOKIE, String.valueOf(here.personId()))
                .httpOnly(true)
                .sameSite("Strict")
                .path("/")
                .maxAge(Duration.ofDays(365))
                .build();
        response.addHeader(HttpHeaders.SET_COOKIE, cookie.toString());
        return new ShopService.Person(here.personId(), here.personName());
    }
}

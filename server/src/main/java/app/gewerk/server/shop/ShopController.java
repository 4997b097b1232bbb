package app.gewerk.server.shop;

import app.gewerk.core.account.Right;
import app.gewerk.core.intake.Estimate;
import app.gewerk.server.http.Barred;
import app.gewerk.server.http.Needs;
import jakarta.servlet.http.HttpServletResponse;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.Set;
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

    /**
     * @param bench tells this database from others behind the same address; goes along in a backup
     * @param accounts whether one has to show who one is
     * @param several whether a stranger has to say which shop is meant; nothing of any is told before
     * @param people who can step up to the bench from here; nobody's name is told to strangers
     * @param rights of whoever is here
     */
    record ShopView(
            UUID bench,
            String name,
            String currency,
            LocalDate today,
            boolean accounts,
            boolean several,
            List<ShopService.Person> people,
            Optional<ShopService.Person> here,
            Set<Right> rights) {
        static final ShopView UNSAID = new ShopView(
                new UUID(0, 0), "", "", LocalDate.EPOCH, true, true, List.of(), Optional.empty(), Set.of());
    }

    record Name(String name) {}

    /** The shop of whoever is here, else the one whose door this is. */
    @GetMapping
    @Needs.Nothing
    ShopView shop() {
        Optional<Asker> asker = Asker.person();
        if (asker.isEmpty() && shop.strangersSignIn() && !shop.isOne()) {
            return ShopView.UNSAID;
        }
        ShopService.Shop known = asker.map(a -> shop.shop(a.here())).orElseGet(shop::entrance);
        return new ShopView(
                known.bench(),
                known.name(),
                known.currency(),
                shop.today(known),
                shop.hasAccounts(known),
                false,
                asker.isPresent() || !shop.hasAccounts(known) ? shop.people(known) : List.of(),
                asker.map(a -> ShopService.Person.of(a.here())),
                asker.map(Asker::rights).orElse(Set.of()));
    }

    record SaveTerms(int version, BigDecimal hourlyRate, double easyShare, double askShare) {}

    @GetMapping("/terms")
    ShopService.ShopTerms terms(Here here) {
        return shop.terms(here);
    }

    @PutMapping("/terms")
    @Needs(Right.SHOP)
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
    @Needs.Nothing
    ShopService.Person stepUp(@RequestBody Name name, HttpServletResponse response) {
        ShopService.Shop at = Asker.person().map(a -> shop.shop(a.here())).orElseGet(shop::entrance);
        if (shop.hasAccounts(at)) {
            throw Barred.signInFirst();
        }
        Here here = shop.welcome(at, name.name());
        ResponseCookie cookie = BenchCookie.set(PersonKey.of(here));
        response.addHeader(HttpHeaders.SET_COOKIE, cookie.toString());
        return ShopService.Person.of(here);
    }
}

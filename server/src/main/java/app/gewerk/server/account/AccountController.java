package app.gewerk.server.account;

import app.gewerk.core.account.Right;
import app.gewerk.core.account.Role;
import app.gewerk.server.http.Barred;
import app.gewerk.server.http.Listening;
import app.gewerk.server.http.Needs;
import app.gewerk.server.shop.Here;
import app.gewerk.server.shop.ShopService;
import jakarta.servlet.http.Cookie;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.servlet.http.HttpSession;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseCookie;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.util.WebUtils;

@RestController
@RequestMapping("/api/account")
class AccountController {
    private static final String DEVICE = "gewerk_device";

    private final AccountService accounts;
    private final Sessions sessions;
    private final ShopService shops;
    private final Listening listening;
    private final Address address;

    AccountController(
            AccountService accounts, Sessions sessions, ShopService shops, Listening listening, Address address) {
        this.accounts = accounts;
        this.sessions = sessions;
        this.shops = shops;
        this.listening = listening;
        this.address = address;
    }

    /** @param shop its name, where one address serves several */
    record SignInAs(@Nullable String shop, String name, String password) {}

    record StepUp(long personId, String pin) {}

    record Begin(String name, String password) {}

    record Add(
            String name,
            Role role,
            @Nullable String password,
            @Nullable String pin) {}

    record Change(int version, String name, Role role, boolean closed) {}

    /** @param pin an empty one takes it away */
    record GiveSecrets(@Nullable String password, @Nullable String pin) {}

    record ChangeOwn(
            String password,
            @Nullable String newPassword,
            @Nullable String newPin) {}

    // ---- coming in and going out

    @PostMapping("/sign-in")
    @Needs.Nothing
    ShopService.Person signIn(@RequestBody SignInAs who, HttpServletRequest request, HttpServletResponse response) {
        AccountService.CameIn in = accounts.signIn(
                Optional.ofNullable(who.shop()),
                who.name(),
                who.password(),
                new AccountService.Coming(Sessions.address(request), device(request)));
        sessions.begin(request, in.who(), Sessions.How.PASSWORD);
        remember(in.device(), response);
        return ShopService.Person.of(in.who());
    }

    private static Optional<String> device(HttpServletRequest request) {
        return Optional.ofNullable(WebUtils.getCookie(request, DEVICE)).map(Cookie::getValue);
    }

    private void remember(String device, HttpServletResponse response) {
        ResponseCookie cookie = ResponseCookie.from(DEVICE, device)
                .httpOnly(true)
                .secure(listening.network())
                .sameSite("Strict")
                .path("/api/account")
                .maxAge(Duration.ofDays(400))
                .build();
        response.addHeader(HttpHeaders.SET_COOKIE, cookie.toString());
    }

    /** Somebody else takes over this bench, which is open. */
    @PostMapping("/pin")
    @Needs(Right.LOOK)
    ShopService.Person byPin(Here here, @RequestBody StepUp who, HttpServletRequest request) {
        Here next = accounts.byPin(here, sessionId(request), who.personId(), who.pin());
        sessions.begin(request, next, Sessions.How.PIN);
        return ShopService.Person.of(next);
    }

    @PostMapping("/sign-out")
    @Needs.Nothing
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void signOut(HttpServletRequest request) {
        sessions.end(request);
    }

    /** One's own sessions, everywhere. */
    @PostMapping("/sign-out-everywhere")
    @Needs(Right.LOOK)
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void signOutEverywhere(Here here) {
        accounts.signOutEverywhere(here, here.personId());
    }

    @PutMapping("/own")
    @Needs(Right.LOOK)
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void changeOwn(Here here, @RequestBody ChangeOwn change, HttpServletRequest request) {
        accounts.changeOwn(
                here,
                sessionId(request),
                change.password(),
                Optional.ofNullable(change.newPassword()),
                Optional.ofNullable(change.newPin()));
    }

    private static String sessionId(HttpServletRequest request) {
        HttpSession session = request.getSession(false);
        if (session == null) {
            throw Barred.signInFirst();
        }
        return session.getId();
    }

    // ---- who works here

    /** People show who they are from now on; whoever says so is the owner, and is signed in. */
    @PostMapping("/begin")
    @Needs(Right.SHOP)
    ShopService.Person begin(Here here, @RequestBody Begin owner, HttpServletRequest request) {
        Here who = accounts.begin(shops.shop(here), owner.name(), owner.password());
        sessions.begin(request, who, Sessions.How.PASSWORD);
        return ShopService.Person.of(who);
    }

    @GetMapping("/people")
    @Needs(Right.SHOP)
    List<AccountService.Member> people(Here here) {
        return accounts.members(here);
    }

    @PostMapping("/people")
    @Needs(Right.SHOP)
    List<AccountService.Member> add(Here here, @RequestBody Add who) {
        return accounts.add(
                here, who.name(), who.role(), Optional.ofNullable(who.password()), Optional.ofNullable(who.pin()));
    }

    @PutMapping("/people/{personId}")
    @Needs(Right.SHOP)
    List<AccountService.Member> change(Here here, @PathVariable long personId, @RequestBody Change change) {
        return accounts.change(here, personId, change.version(), change.name(), change.role(), change.closed());
    }

    @PostMapping("/people/{personId}/secrets")
    @Needs(Right.SHOP)
    List<AccountService.Member> giveSecrets(Here here, @PathVariable long personId, @RequestBody GiveSecrets give) {
        return accounts.giveSecrets(
                here, personId, Optional.ofNullable(give.password()), Optional.ofNullable(give.pin()));
    }

    @PostMapping("/people/{personId}/sign-out")
    @Needs(Right.SHOP)
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void signOutEverywhere(Here here, @PathVariable long personId) {
        accounts.signOutEverywhere(here, personId);
    }

    /** What others open, and how they know that they are right there. */
    @GetMapping("/address")
    Address.Told address() {
        return address.address();
    }

    /** Who came in from where, the latest first. */
    @GetMapping("/sign-ins")
    @Needs(Right.SHOP)
    List<AccountService.SignIn> signIns(Here here) {
        return accounts.signIns(here);
    }

    @DeleteMapping("/sign-ins/{signIn}")
    @Needs(Right.SHOP)
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void signOut(Here here, @PathVariable long signIn) {
        accounts.signOut(here, signIn);
    }
}

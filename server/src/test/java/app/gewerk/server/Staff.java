package app.gewerk.server;

import app.gewerk.core.account.Role;
import app.gewerk.server.account.AccountService;
import app.gewerk.server.shop.Here;
import app.gewerk.server.shop.ShopScope;
import app.gewerk.server.shop.ShopService;
import jakarta.servlet.http.Cookie;
import java.util.Optional;
import java.util.UUID;
import org.springframework.boot.test.context.TestComponent;

/** People of a shop with accounts, one of each role, and whoever a test needs more. */
@TestComponent
public class Staff {
    static final String PASSWORD = "a file and an old gear";

    private final Api api;
    private final AccountService accounts;
    private final ShopService shops;
    private final ShopScope scope;
    private Here owner;

    Staff(Api api, AccountService accounts, ShopService shops, ShopScope scope) {
        this.api = api;
        this.accounts = accounts;
        this.shops = shops;
        this.scope = scope;
    }

    Here owner() {
        if (owner == null) {
            owner = accounts.begin(shops.entrance(), "Ilva", PASSWORD);
        }
        return owner;
    }

    /** Somebody new, and by which name. */
    String add(Role role, Optional<String> pin) {
        String name = role + "-" + UUID.randomUUID().toString().substring(0, 8);
        Here by = owner();
        scope.in(by.shopId(), () -> accounts.add(by, name, role, Optional.of(PASSWORD), pin));
        return name;
    }

    Cookie signedIn(Role role) {
        owner();
        return api.signIn(add(role, Optional.empty()), PASSWORD);
    }

    long id(String name) {
        Here by = owner();
        return scope.in(by.shopId(), () -> accounts.members(by)).stream()
                .filter(m -> m.name().equals(name))
                .findFirst()
                .orElseThrow()
                .id();
    }
}

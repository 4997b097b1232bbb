package app.gewerk.server.account;

import app.gewerk.core.words.Refused;
import app.gewerk.server.http.Listening;
import app.gewerk.server.shop.ShopService;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;

/** Before other machines reach a shop, somebody owns it. */
@Component
public class FirstOwner {
    private final AccountService accounts;
    private final ShopService shops;
    private final Listening listening;
    private final Optional<Path> file;

    /** @param file the owner's name on its first line, the password on its second */
    FirstOwner(
            AccountService accounts,
            ShopService shops,
            Listening listening,
            @Value("${gewerk.owner-file:}") Optional<Path> file) {
        this.accounts = accounts;
        this.shops = shops;
        this.listening = listening;
        this.file = file.filter(f -> !f.toString().isBlank());
    }

    /**
     * Makes the owner of the shop whose door this is, where it is reached from other machines and has none.
     *
     * @throws Refused saying what to give
     */
    public void require() {
        if (listening.network() && shops.isOne()) {
            ShopService.Shop shop = shops.entrance();
            if (!shop.accounts()) {
                make(shop);
            }
        }
    }

    /** @throws Refused if no name and password are given, or if they will not do */
    public void make(ShopService.Shop shop) {
        List<String> given = file.map(FirstOwner::lines).orElse(List.of());
        if (given.size() < 2) {
            throw new Refused("account.ownerFile");
        }
        accounts.begin(shop, given.get(0), given.get(1));
    }

    private static List<String> lines(Path file) {
        try {
            return Files.readAllLines(file);
        } catch (IOException unreadable) {
            throw new UncheckedIOException(unreadable);
        }
    }
}

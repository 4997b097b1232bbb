package app.gewerk.server;

import app.gewerk.core.words.Refused;
import app.gewerk.server.account.FirstOwner;
import app.gewerk.server.shop.ShopService;
import java.time.ZoneId;
import org.springframework.boot.SpringApplication;
import org.springframework.context.ConfigurableApplicationContext;

/** What the operator of a database does with its shops: {@code list}, {@code open NAME}, {@code close NAME}. */
public final class ShopCommand {
    private ShopCommand() {}

    public static void main(String[] arguments) {
        try (ConfigurableApplicationContext running = SpringApplication.run(
                GewerkApplication.class,
                "--server.port=0",
                "--server.address=127.0.0.1",
                "--gewerk.network=false",
                "--gewerk.warm-up=false",
                "--gewerk.demo=false")) {
            ShopService shops = running.getBean(ShopService.class);
            String name = arguments.length > 1 ? arguments[1] : "";
            switch (arguments[0]) {
                case "open" -> {
                    ShopService.Shop shop = shops.openNamed(name, "EUR", ZoneId.systemDefault());
                    running.getBean(FirstOwner.class).make(shop);
                    System.out.println("Opened " + shop.name() + ": its number is " + shop.id());
                }
                case "close" -> {
                    shops.close(shops.named(name).orElseThrow(() -> new Refused("shop.noneNamed", "name", name)));
                    System.out.println("Closed " + name + ": nobody comes in any more, and what is there stays");
                }
                default -> shops.all().forEach(shop -> System.out.println(shop.id() + "  " + shop.name()));
            }
        } catch (Refused refused) {
            System.err.println(refused.getMessage());
            System.exit(1);
        }
    }
}

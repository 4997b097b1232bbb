package app.gewerk.core.sourcing;

import app.gewerk.core.sourcing.OpenNeed.Choice;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.stream.IntStream;

/** Made-up questions of what to order. */
final class RandomOrders {
    static final LocalDate TODAY = LocalDate.of(2026, 11, 24);
    private static final String[] CURRENCIES = {"EUR", "USD", "GBP", "CHF"};
    private static final String[] RATES = {"1", "0.92", "1.17", "1.05"};

    private RandomOrders() {}

    static BigDecimal money(double amount) {
        return BigDecimal.valueOf(Math.round(100 * amount), 2);
    }

    private static Source source(int s, Random random) {
        boolean abroad = random.nextInt(3) == 0;
        int currency = abroad ? 1 + random.nextInt(3) : 0;
        List<SellerTerms.PostageStep> steps = new ArrayList<>();
        steps.add(new SellerTerms.PostageStep(BigDecimal.ZERO, money(3 + 7 * random.nextDouble())));
        if (random.nextInt(4) > 0) {
            steps.add(new SellerTerms.PostageStep(
                    money(15 + 60 * random.nextDouble()),
                    random.nextBoolean() ? money(0) : money(2 + 14 * random.nextDouble())));
        }
        ImportRule rule = abroad
                ? new ImportRule(
                        "abroad",
                        money(3.7),
                        money(60),
                        money(19),
                        random.nextBoolean() ? money(0) : money(22),
                        money(6))
                : new ImportRule("home", money(0), money(0), money(0), money(0), money(0));
        return new Source(
                "s" + s,
                new SellerTerms(
                        "Seller " + s,
                        "Land",
                        rule.zone(),
                        CURRENCIES[currency],
                        steps,
                        1 + random.nextInt(8),
                        List.of()),
                rule,
                new LandedCost.Exchange("EUR", new BigDecimal(RATES[currency]), TODAY),
                0.15 * random.nextDouble());
    }

    /** @param things that are sold, each by some of the sellers */
    static OrderQuestion question(Random random, int needs, int sellers, int things) {
        List<Source> sources =
                IntStream.range(0, sellers).mapToObj(s -> source(s, random)).toList();
        List<Listing> listings = new ArrayList<>();
        for (int t = 0; t < things; t++) {
            double price = 1 + 12 * random.nextDouble();
            for (int s = 0; s < sellers; s++) {
                if (random.nextInt(3) > 0 || s == t % sellers) {
                    int pack = random.nextInt(3) == 0 ? 1 + random.nextInt(10) : 1;
                    listings.add(new Listing(
                            "s" + s,
                            "t" + t,
                            pack,
                            money(price * Math.pow(pack, 0.7) * (0.8 + 0.5 * random.nextDouble())),
                            random.nextInt(8) == 0 ? 1 : 40,
                            random.nextInt(3)));
                }
            }
        }
        List<OpenNeed> open = new ArrayList<>();
        for (int n = 0; n < needs; n++) {
            int thing = random.nextInt(things);
            int other = random.nextInt(things);
            List<Choice> choices = new ArrayList<>();
            for (Listing listing : listings) {
                if (listing.itemNumber().equals("t" + thing)) {
                    choices.add(new Choice(listing.seller(), listing.itemNumber(), money(0)));
                } else if (listing.itemNumber().equals("t" + other) && random.nextBoolean()) {
                    choices.add(new Choice(listing.seller(), listing.itemNumber(), money(6 * random.nextDouble())));
                }
            }
            open.add(new OpenNeed(
                    "n" + n,
                    1 + random.nextInt(3),
                    random.nextInt(4) == 0 ? Optional.of(TODAY.plusDays(3 + random.nextInt(12))) : Optional.empty(),
                    random.nextInt(3) == 0,
                    money(random.nextDouble()),
                    choices));
        }
        return new OrderQuestion(open, listings, sources, TODAY, money(15));
    }
}

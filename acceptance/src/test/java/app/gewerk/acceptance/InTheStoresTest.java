package app.gewerk.acceptance;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.FilePayload;
import java.nio.charset.StandardCharsets;
import java.util.regex.Pattern;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;

/** The shelf, donors, numbers and sellers' lists, and a part found in all of them. */
class InTheStoresTest {
    private static RunningGewerk demo;

    @BeforeAll
    static void open() {
        demo = RunningGewerk.demoToWorkOn();
    }

    private static Locator region(Page page, String name) {
        return page.getByRole(
                AriaRole.REGION, new Page.GetByRoleOptions().setName(name).setExact(true));
    }

    private static Locator finder(Page page) {
        return page.getByRole(AriaRole.SEARCHBOX, new Page.GetByRoleOptions().setName("Find a part"));
    }

    private static FilePayload csv(String name, String text) {
        return new FilePayload(name, "text/csv", text.getBytes(StandardCharsets.UTF_8));
    }

    @Test
    void aPartIsFoundByNumberByMachineAndByWhatItIsAndTakenForATray() {
        try (Technician ilva = new Technician(demo)) {
            ilva.open("/");
            ilva.stepUpAs("Ilva");
            ilva.go("/stores");
            Page page = ilva.page;
            Locator found = region(page, "Find a part");

            finder(page).fill("sw24 017");
            assertThat(found).containsText("Sold today as VS-2101");
            assertThat(found).containsText("until");
            assertThat(found).containsText("carries the older number VS-1101");
            finder(page).fill("VS-2101");
            assertThat(found).containsText("Do not mistake it for VS-1102");
            page.goBack();
            assertThat(finder(page)).hasValue("");

            finder(page).fill("slidewell 24 12");
            finder(page).fill("stitchwell 31");
            assertThat(found).containsText("QS-2211");
            found.getByText("QS-2211").click();
            assertThat(found).containsText("Needs with it: 1 × Wide bush for feed gear (QS-2213)");

            finder(page).fill("0,5 module 20-30 teeth bore 3");
            assertThat(found).containsText("0.5 module · 20 to 30 teeth · bore 3 mm");
            Locator first = found.getByRole(AriaRole.LISTITEM).first();
            assertThat(first).containsText("Gear 30 × 0.5, bore 3");
            assertThat(found).containsText("drill and ream it");
            page.reload();
            assertThat(found).containsText("20 to 30 teeth");
            found.getByText("what it has cost").first().click();
            assertThat(found).containsText("What each asks today");

            finder(page).fill("<script>alert(1)</script> ((( \\");
            assertThat(found).containsText("Nothing like it");

            // The gear of tray 13 has been read, and one lies in the drawer.
            ilva.go("/job/20/get");
            Locator here = region(page, "In the shop already");
            Locator gear = here.getByRole(AriaRole.LISTITEM)
                    .filter(new Locator.FilterOptions().setHasText("Gear 38 × 0.5, bore 2"));
            page.waitForResponse(
                    answer -> answer.url().contains("/move") && answer.ok(),
                    () -> gear.getByText("Take it for tray 13").click());
            ilva.button("Journal").click();
            assertThat(ilva.text("Taken from the shelf: 1 × Gear 38 × 0.5, bore 2 (Drawer A1)"))
                    .isVisible();
        }
    }

    @Test
    void theShelfIsKeptWithOnePressAPieceAndAListGoesInAndOut() {
        try (Technician ilva = new Technician(demo)) {
            ilva.open("/");
            ilva.stepUpAs("Ilva");
            ilva.go("/stores");
            Page page = ilva.page;
            ilva.role(AriaRole.LINK, "On the shelf").click();
            Locator shelf = region(page, "On the shelf");
            Locator bush = shelf.getByRole(AriaRole.LISTITEM)
                    .filter(new Locator.FilterOptions().setHasText("Brass bush 2 in 3"))
                    .first();
            assertThat(bush).containsText("6");
            page.getByLabel("Take one Brass bush 2 in 3, 10 mm").click();
            assertThat(bush).containsText("5");
            page.getByLabel("Take one Brass bush 2 in 3, 10 mm").click();
            page.getByLabel("Take one Brass bush 2 in 3, 10 mm").click();
            assertThat(bush).containsText("1 short: on the next order");
            page.getByLabel("Put one Brass bush 2 in 3, 10 mm back").click();
            assertThat(bush).not().containsText("short");
            page.getByLabel("More about Brass bush 2 in 3, 10 mm").click();
            page.getByLabel("How many Brass bush 2 in 3, 10 mm there are").fill("9");
            bush.getByText("Write it down").click();
            assertThat(bush).containsText("counted");
            assertThat(bush).containsText("+5");
            assertThat(bush.getByRole(AriaRole.IMG)).isVisible();

            shelf.getByText("A new thing").click();
            shelf.getByLabel("What it is").first().fill("Gear of the attic");
            shelf.getByLabel("Pitch (0.5 or 48 dp)").first().fill("48 dp");
            page.reload();
            shelf.getByText("A new thing").click();
            assertThat(shelf.getByLabel("What it is").first()).hasValue("Gear of the attic");
            shelf.getByLabel("Where it lies").first().fill("Attic");
            shelf.getByLabel("How many", new Locator.GetByLabelOptions().setExact(true))
                    .first()
                    .fill("-2");
            shelf.getByLabel("Teeth").first().fill("30");
            shelf.getByText("Keep it", new Locator.GetByTextOptions().setExact(true))
                    .first()
                    .click();
            assertThat(shelf.getByRole(AriaRole.ALERT)).containsText("pieces is a whole number from 0");
            shelf.getByLabel("How many", new Locator.GetByLabelOptions().setExact(true))
                    .first()
                    .fill("2");
            shelf.getByText("Keep it", new Locator.GetByTextOptions().setExact(true))
                    .first()
                    .click();
            assertThat(shelf.getByText("Attic", new Locator.GetByTextOptions().setExact(true)))
                    .isVisible();

            shelf.locator("input[type=file]")
                    .setInputFiles(csv(
                            "shelf.csv",
                            "name;place;pieces\nGear of the attic;Attic;7\nNew screws;Cellar;40\n=1+1;Cellar;1\n"));
            assertThat(shelf.getByRole(AriaRole.STATUS))
                    .containsText("1 new, 1 counted anew, 1 lines could not be read");
            assertThat(shelf.getByRole(AriaRole.STATUS)).containsText("is a formula");
            assertThat(page.getByLabel("Take one New screws")).isVisible();

            ilva.role(AriaRole.LINK, "Donors").click();
            Locator donor = region(page, "Kembrix Rundum 2");
            Locator part = donor.getByRole(AriaRole.LISTITEM)
                    .filter(new Locator.FilterOptions().setHas(page.getByLabel(Pattern.compile("is no good$"))))
                    .first();
            String taken = part.innerText().lines().findFirst().orElseThrow();
            part.getByText("take it off").click();
            assertThat(donor.getByRole(AriaRole.LISTITEM)
                            .filter(new Locator.FilterOptions().setHasText(taken))
                            .first())
                    .containsText("it is there");
        }
    }

    @Test
    void aSellersListIsReadFromAFileWithItsColumnsMappedOnce() {
        try (Technician ilva = new Technician(demo)) {
            ilva.open("/");
            ilva.stepUpAs("Ilva");
            ilva.go("/stores/sellers");
            Page page = ilva.page;
            Locator seller = region(page, "sandrevo");
            assertThat(seller).containsText("443 items listed");
            Locator file = seller.locator("input[type=file]");
            String list = "Nr;Bezeichnung;EP;Modul;Zähne\nZ1;Zahnrad klein;3,90;0,7;33\nZ2;kaputt;viel;0,7;34\n";
            file.setInputFiles(csv("liste.csv", list));
            assertThat(seller).containsText("Which column says what?");
            seller.getByText("Read the list", new Locator.GetByTextOptions().setExact(true))
                    .click();
            assertThat(seller.getByRole(AriaRole.ALERT)).containsText("item number");
            seller.getByLabel("item number", new Locator.GetByLabelOptions().setExact(true))
                    .selectOption("Nr");
            seller.getByLabel("name", new Locator.GetByLabelOptions().setExact(true))
                    .selectOption("Bezeichnung");
            seller.getByLabel("price", new Locator.GetByLabelOptions().setExact(true))
                    .selectOption("EP");
            seller.getByLabel("teeth", new Locator.GetByLabelOptions().setExact(true))
                    .selectOption("Zähne");
            seller.getByText("Read the list", new Locator.GetByTextOptions().setExact(true))
                    .click();
            assertThat(seller.getByRole(AriaRole.STATUS)).containsText("2 lines read, 1 refused");
            assertThat(seller).containsText("'viel' cannot be read as price");
            assertThat(seller).containsText("1 items listed");

            file.setInputFiles(csv("liste.csv", list));
            assertThat(seller.getByLabel("price", new Locator.GetByLabelOptions().setExact(true)))
                    .hasValue("EP");
            finder(page).fill("0.7 module 33 teeth");
            assertThat(region(page, "Find a part")).containsText("Zahnrad klein");

            ilva.open("/stores/sellers");
            page.getByLabel("Fetch its list anew: sandrevo").click();
            assertThat(seller.getByRole(AriaRole.STATUS)).containsText("443 lines read");

            page.getByText("A seller that is known by its list").click();
            page.getByLabel("Short name (small letters)").fill("cornershop");
            page.getByText("Keep it", new Page.GetByTextOptions().setExact(true))
                    .click();
            Locator corner = region(page, "cornershop");
            corner.getByText("What it asks, and how long it takes").click();
            Locator keep = page.getByLabel(Pattern.compile("^Keep its terms: "));
            corner.getByLabel(Pattern.compile(": name$")).fill("Corner shop");
            corner.getByLabel(Pattern.compile(": working days on the way$")).fill("zwei");
            assertThat(keep).isDisabled();
            corner.getByLabel(Pattern.compile(": working days on the way$")).fill("2");
            corner.getByLabel(Pattern.compile(": costs$")).fill("3,90");
            corner.getByLabel(Pattern.compile(": rules of the border$")).fill("moon");
            keep.click();
            assertThat(corner.getByRole(AriaRole.ALERT).first()).containsText("union");
            corner.getByLabel(Pattern.compile(": rules of the border$")).fill("home");
            keep.click();
            assertThat(corner).containsText("2 working days on the way");
            assertThat(corner).containsText("3.90 EUR");

            ilva.role(AriaRole.LINK, "Part numbers").click();
            Locator numbers = region(page, "Part numbers");
            numbers.getByText("A number that is not there yet").click();
            numbers.getByLabel("Number", new Locator.GetByLabelOptions().setExact(true))
                    .fill("VS-2101");
            numbers.getByLabel("What it is").fill("again");
            numbers.getByText("Keep it", new Locator.GetByTextOptions().setExact(true))
                    .click();
            assertThat(numbers.getByRole(AriaRole.ALERT)).isVisible();
            numbers.getByLabel("Number", new Locator.GetByLabelOptions().setExact(true))
                    .fill("VS-9000");
            numbers.getByText("Keep it", new Locator.GetByTextOptions().setExact(true))
                    .click();
            assertThat(numbers).containsText("VS-9000");

            numbers.getByText("VS-9000").click();
            Locator card = region(page, "VS-9000");
            card.getByText("Change it").click();
            card.getByLabel("What it is").fill("a bush, today");
            card.getByText("One more").nth(1).click();
            card.getByLabel("Needed with it").fill("wave washer");
            card.getByLabel("How many").fill("2");
            card.getByText("Keep it", new Locator.GetByTextOptions().setExact(true))
                    .click();
            assertThat(card).containsText("2 × wave washer");
            assertThat(card).containsText("a bush, today");
        }
    }
}

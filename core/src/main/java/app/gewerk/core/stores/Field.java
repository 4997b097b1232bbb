package app.gewerk.core.stores;

import app.gewerk.core.Wire;
import java.util.List;

/** What a column of a list says, with the headings under which it is known by itself. */
public enum Field {
    ITEM("item", "itemnumber", "itemno", "article", "articleno", "articlenumber", "sku", "ordernumber", "orderno"),
    KIND("kind", "type", "category", "group"),
    NAME("name", "description", "title", "text", "designation"),
    PART_NUMBER("partnumber", "partno", "part", "mpn", "makersnumber", "oem", "oemnumber", "sparepartnumber"),
    SYSTEM("system", "pitchsystem"),
    PITCH("pitch", "module", "mod", "m", "modul"),
    TEETH("teeth", "toothcount", "z", "numberofteeth", "nteeth"),
    ANGLE("pressureangle", "pressureangledeg", "angle", "pa"),
    DEPTH("depth", "toothdepth"),
    BORE("bore", "boremm", "hole", "holemm", "borediameter"),
    WIDTH("facewidth", "facewidthmm", "width", "widthmm", "face"),
    MATERIAL("material", "mat"),
    PACK_SIZE("packsize", "pack", "pcs", "packof", "unit", "piecesperpack"),
    PRICE("packprice", "price", "unitprice", "listprice", "net", "paid"),
    STOCK("stock", "stockpacks", "available", "qty", "quantity", "onhand"),
    DISPATCH("dispatchdays", "dispatch", "days", "leadtime", "deliverydays"),
    PLACE("place", "shelf", "bin", "drawer", "location"),
    PIECES("pieces", "count", "instock"),
    LEAST("least", "minimum", "min", "reorderat");

    private final List<String> headings;

    Field(String... headings) {
        this.headings = List.of(headings);
    }

    boolean known(String heading) {
        return headings.contains(heading.toLowerCase(java.util.Locale.ROOT).replaceAll("[^\\p{L}\\d]", ""));
    }

    @Override
    public String toString() {
        return Wire.word(this);
    }
}

package wistaxis.store.settings;

import static wistaxis.core.words.Say.t;

import org.jspecify.annotations.Nullable;
import wistaxis.core.facts.BadInput;
import wistaxis.core.facts.Names;
import wistaxis.core.facts.Shown;

/**
 * What a shop says of itself on its documents; whatever is null is left out.
 *
 * @param address with commas between its lines
 * @param tax its number with the tax office, as local rules want it on a document
 * @param label how large its labels are, as {@link LabelSize#parse} reads it
 */
public record ShopProfile(@Nullable String name, @Nullable String address, @Nullable String phone, @Nullable String mail,
        @Nullable String tax, @Nullable String label) {
    public static final ShopProfile NONE = new ShopProfile(null, null, null, null, null, null);

    private static final int LONGEST = 200;

    /** Its parts, in the order in which they are asked for. */
    public enum Part { NAME, ADDRESS, PHONE, MAIL, TAX, LABEL }

    public ShopProfile {
        for (String said : new String[] {name, address, phone, mail, tax, label}) {
            if (said != null) {
                Names.typed(said, t("store.what.shop-profile"), LONGEST);
            }
        }
        if (mail != null && !mail.matches("[^\\s@]+@[^\\s@]+")) {
            throw new BadInput(t("store.settings.mail", "mail", Shown.value(mail)));
        }
        if (label != null) {
            label = LabelSize.parse(label).toString();
        }
    }

    /** What a part says; null for nothing. */
    public @Nullable String get(Part part) {
        return switch (part) {
            case NAME -> name;
            case ADDRESS -> address;
            case PHONE -> phone;
            case MAIL -> mail;
            case TAX -> tax;
            case LABEL -> label;
        };
    }

    public LabelSize labelSize() {
        return label == null ? LabelSize.USUAL : LabelSize.parse(label);
    }

    /** @param typed empty for nothing @throws BadInput for what cannot be */
    public ShopProfile with(Part part, String typed) {
        String said = typed.isBlank() ? null : typed.strip();
        return new ShopProfile(part == Part.NAME ? said : name, part == Part.ADDRESS ? said : address, part == Part.PHONE ? said : phone,
                part == Part.MAIL ? said : mail, part == Part.TAX ? said : tax,
                part == Part.LABEL ? said : label);
    }
}

package wistaxis.desktop.view.page;

import java.util.Locale;
import wistaxis.core.words.Text;

/** The pages of the first day, in order. */
public enum FirstDay {
    LANGUAGE, WORLD, SHOP, PEOPLE, LINE, USB, SOUND, PRINTER, BACKUP, FIRMWARE;

    public Text title() {
        return Text.of("desktop.first." + this);
    }

    @Override
    public String toString() {
        return name().toLowerCase(Locale.ROOT);
    }
}

package wistaxis.workbench.ticket;

import java.time.InstantSource;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.function.Supplier;
import wistaxis.core.device.DeviceCatalogue;
import wistaxis.core.route.Intake;
import wistaxis.core.time.BusinessDays;
import wistaxis.core.work.Around;

/** What decisions have to know of the shop; what of the computer, is whoever's looks at it. */
public abstract class ShopAround implements Around {
    private final Supplier<Shop> shop;
    private final InstantSource now;

    /** @param shop the shop's rules as they are in force now */
    protected ShopAround(Supplier<Shop> shop, InstantSource now) {
        this.shop = shop;
        this.now = now;
    }

    @Override
    public final DeviceCatalogue devices() {
        return shop.get().devices();
    }

    @Override
    public final Intake intake() {
        return shop.get().intake();
    }

    @Override
    public final LocalDate today() {
        return LocalDate.ofInstant(now.instant(), ZoneId.systemDefault());
    }

    @Override
    public final BusinessDays businessDays() {
        return shop.get().businessDays();
    }
}

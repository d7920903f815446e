package jordfell.server.ground;

import java.util.Map;
import jordfell.core.ground.Site;
import jordfell.core.ground.SiteWish;
import jordfell.core.settings.SettingsCatalogue;
import org.jspecify.annotations.Nullable;

/**
 * A site as it is shown and as it is wished for; zone and timeServer are settings of the site's layer.
 *
 * @param fetchPassword only ever sent, never answered
 */
record SiteForm(
        long id,
        long domainId,
        @Nullable String name,
        boolean allowsLocalMacs,
        @Nullable String subnets,
        boolean behindNat,
        @Nullable String publicAddress,
        int natTimeout,
        Site.@Nullable Learns learns,
        int portBase,
        @Nullable String fetchUser,
        @Nullable String fetchPassword,
        boolean hasFetchPassword,
        @Nullable String fetchFrom,
        @Nullable String zone,
        @Nullable String timeServer,
        long devices,
        long version) {

    static SiteForm of(Site s, boolean hasFetchPassword, Map<String, String> settings, long devices) {
        return new SiteForm(
                s.id(),
                s.domainId(),
                s.name(),
                s.allowsLocalMacs(),
                s.subnets(),
                s.behindNat(),
                s.publicAddress(),
                s.natTimeout(),
                s.learns(),
                s.portBase(),
                s.access().user(),
                null,
                hasFetchPassword,
                s.access().from(),
                settings.getOrDefault(SettingsCatalogue.ZONE, ""),
                settings.getOrDefault(SettingsCatalogue.TIME_SERVER, ""),
                devices,
                s.version());
    }

    /** @param keepsPassword whether the site has a password that stays unless another is sent */
    SiteWish wish(boolean keepsPassword) {
        return new SiteWish(
                name,
                allowsLocalMacs,
                subnets,
                behindNat,
                publicAddress,
                natTimeout,
                learns,
                portBase,
                fetchUser,
                fetchPassword,
                keepsPassword,
                fetchFrom,
                zone,
                timeServer);
    }
}

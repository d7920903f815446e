package jordfell.server.ground;

import java.util.ArrayList;
import java.util.List;
import jordfell.core.diagnosis.Remedy.Action;
import jordfell.core.ground.Site;
import jordfell.core.planning.Networks;
import jordfell.server.change.Acts;
import jordfell.server.change.Kept;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.DeviceStore;
import jordfell.server.records.SiteStore;
import jordfell.server.remedy.RemedyAct;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** What a site’s record mends. */
@Configuration(proxyBeanMethods = false)
class SiteRemedies {

    private static final String ONE_ADDRESS = "/32";

    /** An address counts as one of the site’s: where it names networks, and where it says from where files are given. */
    @Bean
    RemedyAct addNetwork(SiteStore sites, DeviceStore devices, Acts acts) {
        return RemedyAct.of(Action.ADD_NETWORK, task -> {
            Site site = devices.find(task.device())
                    .flatMap(device -> sites.find(device.siteId()))
                    .orElseThrow(() -> RefusedException.notFound("site"));
            String address = task.remedy().target();
            Site after = site.letting(
                    with(site.subnets(), address), with(site.access().from(), address));
            if (after.equals(site)) {
                return; // somebody did that already, perhaps for its neighbour
            }
            acts.act(x -> "let " + address + " in at " + site.name(), recording -> {
                recording.changing(Kept.SITE, site.id());
                if (!sites.change(after)) {
                    throw RefusedException.changedMeanwhile("site");
                }
                return site.id();
            });
        });
    }

    /** None named is all of them, and stays so. */
    private static String with(String ranges, String address) {
        List<String> named = Networks.of(ranges);
        if (named.isEmpty() || Networks.contain(named, address)) {
            return ranges;
        }
        List<String> more = new ArrayList<>(named);
        more.add(address + ONE_ADDRESS);
        return String.join(" ", more);
    }
}

package jordfell.core.device;

import java.util.Optional;
import jordfell.core.catalogue.DeviceModel;
import jordfell.core.ground.Site;

/** What there is for a device's record to name. */
public interface DeviceChoices {

    /** A template and whose it is. */
    record Template(long id, long domainId, String name) {}

    Optional<DeviceModel> model(String id);

    Optional<Site> site(long id);

    Optional<Template> template(long id);
}

package jordfell.server.intake;

import jordfell.server.catalogue.ModelStore;
import jordfell.server.device.DeviceStore;
import jordfell.server.jdbc.Jdbc;
import jordfell.server.roster.DomainStore;
import jordfell.server.roster.ExtensionStore;
import jordfell.server.roster.KitStore;
import jordfell.server.roster.PersonStore;
import jordfell.server.settings.TemplateStore;
import org.springframework.stereotype.Component;

/** The stores that enrolment reads and writes. */
@Component
record IntakeStores(
        Jdbc jdbc,
        DomainStore domains,
        ModelStore models,
        TemplateStore templates,
        KitStore kits,
        ExtensionStore extensions,
        PersonStore people,
        DeviceStore devices,
        KnockStore knocks) {}

package jordfell.server.intake;

import jordfell.server.jdbc.Jdbc;
import jordfell.server.records.DeviceStore;
import jordfell.server.records.DomainStore;
import jordfell.server.records.ExtensionStore;
import jordfell.server.records.KitStore;
import jordfell.server.records.KnockStore;
import jordfell.server.records.ModelStore;
import jordfell.server.records.OutsideNumberStore;
import jordfell.server.records.PersonStore;
import jordfell.server.records.SiteStore;
import jordfell.server.records.TemplateStore;
import org.springframework.stereotype.Component;

/** The stores that enrolment reads and writes. */
@Component
record IntakeStores(
        Jdbc jdbc,
        DomainStore domains,
        SiteStore sites,
        ModelStore models,
        TemplateStore templates,
        KitStore kits,
        ExtensionStore extensions,
        PersonStore people,
        DeviceStore devices,
        KnockStore knocks,
        OutsideNumberStore outsideNumbers) {}

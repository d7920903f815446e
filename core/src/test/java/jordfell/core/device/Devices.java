package jordfell.core.device;

import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jordfell.core.catalogue.DeviceKind;
import jordfell.core.catalogue.DeviceModel;
import jordfell.core.ground.Site;
import jordfell.core.identity.MacAddress;
import jordfell.core.path.Standing;
import jordfell.core.wish.Checked;
import jordfell.core.wish.FieldProblem;

/** A phone on a pier, and what there is beside it. */
final class Devices {

    static final DeviceModel DESK =
            new DeviceModel("k24", "Korrin", "K24", DeviceKind.DESK_PHONE, "korrin", 6, 12, 32, 20);
    static final DeviceModel WALL =
            new DeviceModel("w2", "Ombrel", "W2", DeviceKind.DESK_PHONE, "ombrel", 1, 0, 32, 20);
    static final DeviceModel OTHERS = new DeviceModel("x1", "Vask", "X1", DeviceKind.DESK_PHONE, "", 6, 0, 32, 20);
    static final DeviceModel SOCKETS =
            new DeviceModel("t2", "Tessaro", "T2", DeviceKind.ADAPTER, "tessaro", 2, 0, 32, 20);
    static final DeviceModel PROGRAM =
            new DeviceModel("q", "Quillon", "softphone", DeviceKind.SOFTPHONE, "quillon", 1, 0, 32, 20);

    static final long PIER = 1;
    static final long LOFT = 2;
    static final long ELSEWHERE = 3;
    static final long OWN_TEMPLATE = 11;
    static final long FOREIGN_TEMPLATE = 12;

    static final DeviceChoices THERE = new DeviceChoices() {
        private final List<DeviceModel> models = List.of(DESK, WALL, OTHERS, SOCKETS, PROGRAM);

        @Override
        public Optional<DeviceModel> model(String id) {
            return models.stream().filter(m -> m.id().equals(id)).findFirst();
        }

        @Override
        public Optional<Site> site(long id) {
            return Optional.ofNullable(Map.of(
                            PIER,
                            named(PIER, 7, "Pier"),
                            LOFT,
                            named(LOFT, 7, "Loft"),
                            ELSEWHERE,
                            named(ELSEWHERE, 8, "Hall"))
                    .get(id));
        }

        @Override
        public Optional<Template> template(long id) {
            return Optional.ofNullable(Map.of(
                            OWN_TEMPLATE,
                            new Template(OWN_TEMPLATE, 7, "Desks"),
                            FOREIGN_TEMPLATE,
                            new Template(FOREIGN_TEMPLATE, 8, "Halls"))
                    .get(id));
        }
    };

    private Devices() {}

    static Device phone(DeviceModel model) {
        return device(20, "024b7a00531c", model, Standing.IN_USE, "Window");
    }

    static Device device(long id, String mac, DeviceModel model, Standing standing, String label) {
        return new Device(
                id,
                Optional.of(MacAddress.of(mac)),
                Optional.empty(),
                Optional.empty(),
                standing,
                "",
                model,
                PIER,
                Optional.of(new Device.TemplateRef(OWN_TEMPLATE, "Desks")),
                label,
                "by the door",
                Instant.EPOCH,
                "mats",
                Optional.empty(),
                false,
                5);
    }

    private static Site named(long id, long domain, String name) {
        Site fresh = Site.fresh(domain, "token");
        return new Site(
                id, domain, name, fresh.token(), false, "", false, "", 60, fresh.learns(), 0, fresh.access(), 1);
    }

    static Site behindARouter(int portBase) {
        Site fresh = Site.fresh(7, "token");
        return new Site(
                LOFT, 7, "Loft", fresh.token(), false, "", true, "", 60, fresh.learns(), portBase, fresh.access(), 1);
    }

    static <T> T kept(Checked<T> checked) {
        return ((Checked.Good<T>) checked).value();
    }

    static <T> List<String> refused(Checked<T> checked) {
        return ((Checked.Bad<T>) checked).problems().stream().map(Devices::said).toList();
    }

    static String said(FieldProblem problem) {
        return problem.pointer() + " " + problem.reason();
    }
}

package jordfell.core.device;

import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** What many devices are to have in common; null leaves each as it is. */
public record ManyWish(
        @Nullable Long siteId,
        @Nullable Long templateId,
        @Nullable String modelId,
        @Nullable String note) {

    /** What it comes to for one of them. */
    public DeviceWish of(Device device) {
        return new DeviceWish(
                device.label(),
                Optional.ofNullable(modelId).orElse(device.model().id()),
                Optional.ofNullable(siteId).orElse(device.siteId()),
                Optional.ofNullable(templateId)
                        .or(() -> device.template().map(Device.TemplateRef::id))
                        .orElse(null),
                Optional.ofNullable(note).orElse(device.note()));
    }
}

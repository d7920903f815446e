package jordfell.server.config;

import com.fasterxml.jackson.databind.JavaType;
import com.fasterxml.jackson.databind.type.TypeFactory;
import io.swagger.v3.core.converter.AnnotatedType;
import io.swagger.v3.core.converter.ModelConverter;
import io.swagger.v3.core.converter.ModelConverterContext;
import io.swagger.v3.oas.models.media.Schema;
import java.lang.reflect.RecordComponent;
import java.util.Iterator;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Marks every field of a record as required in the OpenAPI document, unless it may be null. */
@Component
class RequiredRecordFields implements ModelConverter {

    @Override
    public @Nullable Schema<?> resolve(
            AnnotatedType type, ModelConverterContext context, Iterator<ModelConverter> chain) {
        Schema<?> schema = chain.hasNext() ? chain.next().resolve(type, context, chain) : null;
        JavaType java = TypeFactory.defaultInstance().constructType(type.getType());
        Schema<?> model = context.getDefinedModels().get(java.getRawClass().getSimpleName());
        if (java.getRawClass().isRecord() && model != null && model.getProperties() != null) {
            for (RecordComponent component : java.getRawClass().getRecordComponents()) {
                boolean nullable = component.getAnnotatedType().isAnnotationPresent(Nullable.class);
                boolean listed =
                        model.getRequired() != null && model.getRequired().contains(component.getName());
                if (!nullable && !listed) {
                    model.addRequiredItem(component.getName());
                }
            }
        }
        return schema;
    }
}

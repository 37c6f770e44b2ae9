package orchard.app.demo;

import static org.assertj.core.api.Assertions.assertThat;

import com.networknt.schema.InputFormat;
import com.networknt.schema.JsonSchema;
import com.networknt.schema.JsonSchemaFactory;
import com.networknt.schema.SchemaLocation;
import com.networknt.schema.SpecVersion;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import orchard.rig.Part;
import orchard.rig.ProfileFile;
import orchard.rig.Rig;
import orchard.rig.RigFile;
import org.junit.jupiter.api.Test;
import org.springframework.core.io.ClassPathResource;
import org.springframework.core.io.Resource;
import org.springframework.core.io.support.PathMatchingResourcePatternResolver;

/** What ships with Orchard is files in the published formats, as Orchard itself would write them. */
class ShippedFilesTest {

    private static final JsonSchemaFactory SCHEMAS = JsonSchemaFactory.getInstance(
            SpecVersion.VersionFlag.V202012,
            builder -> builder.schemaMappers(mappers -> mappers.mappings(Map.of(
                    "urn:orchard:profile:1", "classpath:schema/profile.schema.json",
                    "urn:orchard:rig:1", "classpath:schema/rig.schema.json"))));

    private static JsonSchema schema(String urn) {
        return SCHEMAS.getSchema(SchemaLocation.of(urn));
    }

    private static String text(Resource file) throws IOException {
        return file.getContentAsString(StandardCharsets.UTF_8);
    }

    @Test
    void everyProfileFollowsTheSchemaAndIsAsItWouldBeWritten() throws IOException {
        Resource[] files = new PathMatchingResourcePatternResolver().getResources("classpath*:profiles/*.json");
        assertThat(files).hasSize(ProfileShelf.all().size());
        for (Resource file : files) {
            String json = text(file);
            assertThat(schema("urn:orchard:profile:1").validate(json, InputFormat.JSON))
                    .as(file.getFilename())
                    .isEmpty();
            ProfileFile read = ProfileFile.read(json);
            assertThat(ProfileFile.write(read.name(), read.profile()))
                    .as(file.getFilename())
                    .isEqualTo(json);
        }
    }

    @Test
    void theDemoRigFollowsTheSchemaAndCanBe() throws IOException {
        String json = text(new ClassPathResource("demo/rig.json"));
        assertThat(schema("urn:orchard:rig:1").validate(json, InputFormat.JSON)).isEmpty();
        List<Part> parts = RigFile.read(json, ProfileShelf.all()::get);
        assertThat(Rig.of(parts).parts()).hasSize(parts.size());
        List<Part> again = RigFile.read(RigFile.write(parts), name -> null);
        assertThat(again).isEqualTo(parts);
        assertThat(schema("urn:orchard:rig:1").validate(RigFile.write(parts), InputFormat.JSON))
                .isEmpty();
        List<Part> order = new ArrayList<>(parts);
        Collections.reverse(order);
        assertThat(RigFile.read(RigFile.write(order), name -> null)).isEqualTo(order);
    }
}

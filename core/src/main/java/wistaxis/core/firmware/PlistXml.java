package wistaxis.core.firmware;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.HashSet;
import java.util.Set;
import javax.xml.XMLConstants;
import javax.xml.parsers.ParserConfigurationException;
import javax.xml.parsers.SAXParser;
import javax.xml.parsers.SAXParserFactory;
import org.jspecify.annotations.Nullable;
import org.xml.sax.Attributes;
import org.xml.sax.SAXException;
import org.xml.sax.SAXParseException;
import org.xml.sax.ext.DefaultHandler2;
import wistaxis.core.facts.BadInput;

/** Looks through a property list in XML: well-formed, without entities, not too deep, no key twice. Nothing is fetched, whatever the document type names. */
final class PlistXml extends DefaultHandler2 {
    private final Deque<Set<String>> keys = new ArrayDeque<>();
    private @Nullable StringBuilder key;
    private int count;

    private PlistXml() {}

    /** @throws BadInput saying what is wrong */
    static void check(byte[] bytes) {
        try {
            SAXParserFactory factory = SAXParserFactory.newDefaultInstance();
            factory.setFeature(XMLConstants.FEATURE_SECURE_PROCESSING, true);
            factory.setFeature("http://apache.org/xml/features/nonvalidating/load-external-dtd", false);
            factory.setFeature("http://xml.org/sax/features/external-general-entities", false);
            factory.setFeature("http://xml.org/sax/features/external-parameter-entities", false);
            SAXParser parser = factory.newSAXParser();
            PlistXml handler = new PlistXml();
            parser.setProperty("http://xml.org/sax/properties/lexical-handler", handler);
            parser.setProperty("http://xml.org/sax/properties/declaration-handler", handler);
            parser.parse(new ByteArrayInputStream(bytes), handler);
        } catch (SAXParseException e) {
            throw broken(e.getLineNumber() > 0 ? " in line " + e.getLineNumber() : "", e);
        } catch (SAXException | IOException e) {
            throw broken("", e);
        } catch (ParserConfigurationException e) {
            throw new IllegalStateException("every Java reads XML", e);
        } catch (BadInput e) {
            throw e;
        } catch (RuntimeException e) {
            throw broken(", so that its reader gave up", e); // as with a bad letter in a DTD, found by fuzzing
        }
    }

    private static BadInput broken(String where, Exception e) {
        return new BadInput("the manifest is broken XML" + where + ": " + String.valueOf(e.getMessage()).replaceFirst("\\.$", ""), e);
    }

    @Override
    public void startElement(String uri, String local, String name, Attributes attributes) {
        PlistGuard.count(++count);
        if (key != null) {
            throw new BadInput("the manifest has a [" + EntryNames.shown(name) + "] inside of a key");
        }
        if (!name.equals("key")) {
            keys.addLast(new HashSet<>());
            PlistGuard.deep(keys.size());
        } else if (keys.isEmpty()) {
            throw new BadInput("the manifest is a key and nothing else");
        } else {
            key = new StringBuilder();
        }
    }

    @Override
    public void characters(char[] letters, int from, int length) {
        if (key != null) {
            key.append(letters, from, length);
        }
    }

    @Override
    public void endElement(String uri, String local, String name) {
        if (key == null) {
            keys.removeLast();
        } else if (!keys.getLast().add(key.toString())) {
            throw PlistGuard.twice(key.toString());
        } else {
            key = null;
        }
    }

    @Override
    public void internalEntityDecl(String name, String value) {
        throw defined(name);
    }

    @Override
    public void externalEntityDecl(String name, @Nullable String publicId, String systemId) {
        throw defined(name);
    }

    private static BadInput defined(String name) {
        return new BadInput("the manifest defines entities, which no genuine one does: [" + EntryNames.shown(name) + "]");
    }

    @Override
    public void skippedEntity(String name) {
        throw new BadInput("the manifest uses the entity [" + EntryNames.shown(name) + "]");
    }

    @Override
    public void fatalError(SAXParseException e) throws SAXException {
        throw e;
    }
}

"""Makes the fixtures of this folder with Python's own zipfile and plistlib, which share no code with ours.

Run in this folder: python3 make.py. Deterministic but for what the Python release writes.
"""
import hashlib
import io
import os
import plistlib
import zipfile

PARTS = {"boot/kernel.img": bytes(range(256)) * 40, "system/root.img": b"tide" * 5000}


def entry(name):
    info = zipfile.ZipInfo(name, (2026, 1, 1, 0, 0, 0))
    info.compress_type = zipfile.ZIP_DEFLATED
    return info


def maker(digest, fmt):
    component = lambda path: {"Digest": digest(PARTS[path]).digest(), "Info": {"Path": path}}
    identity = {"Manifest": {"Kernel": component("boot/kernel.img"), "OS": component("system/root.img"), "NoPath": {"Digest": b"\0" * 20}}}
    return plistlib.dumps({"SupportedProductTypes": ["iPhone13,2", "iPhone13,3"], "ProductVersion": "31.10", "ProductBuildVersion": "31K88",
                           "BuildIdentities": [identity, identity]}, fmt=fmt)


def package(name, manifest, zip64=False):
    with zipfile.ZipFile(name, "w", allowZip64=True) as z:
        z.writestr(entry("BuildManifest.plist"), manifest)
        for path, data in PARTS.items():
            with z.open(entry(path), "w", force_zip64=zip64) as f:
                f.write(data)
        z.writestr(entry("readme.txt"), "no part of the manifest")


package("maker-xml-sha384.zip", maker(hashlib.sha384, plistlib.FMT_XML))
package("maker-binary-sha1.zip", maker(hashlib.sha1, plistlib.FMT_BINARY))
package("maker-binary-sha256-zip64.zip", maker(hashlib.sha256, plistlib.FMT_BINARY), zip64=True)
package("maker-xml-sha512.zip", maker(hashlib.sha512, plistlib.FMT_XML))
for fmt, name in ((plistlib.FMT_XML, "listed.xml.plist"), (plistlib.FMT_BINARY, "listed.binary.plist")):
    with open(name, "wb") as f:
        plistlib.dump({"Products": ["iPhone13,2"], "Version": "31.10", "Build": "31K88",
                       "Parts": {"größe/ü.img": {"SHA256": "ab" * 32, "Size": 6 * 2**32}, "a" * 300: {"SHA256": "cd" * 32, "Size": 1}}}, f, fmt=fmt)

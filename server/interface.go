package server

import (
	"bytes"
	"crypto/rand"
	"fmt"
	"io/fs"
	"net/http"
	"path"
	"strings"

	"zincowl/ui"
)

// policy is the content security policy: everything comes from here, no inline
// script, and style elements only with the page's own nonce.
const policy = "default-src 'none'; script-src 'self'; style-src 'self' 'nonce-%s'; font-src 'self'; img-src 'self' data:; connect-src 'self'; " +
	"manifest-src 'self'; base-uri 'none'; form-action 'self'; frame-ancestors 'none'"

// nonceMark stands in the page where the nonce goes.
var nonceMark = []byte("__NONCE__")

// serveInterface serves the built interface. Every address that is no file of
// it is one of its screens.
func serveInterface() http.HandlerFunc {
	files := ui.Files()
	index, missing := fs.ReadFile(files, "index.html")
	assets := http.FileServerFS(files)
	return func(w http.ResponseWriter, r *http.Request) {
		h := w.Header()
		name := strings.TrimPrefix(path.Clean(r.URL.Path), "/")
		switch {
		case isAPI(r.URL.Path):
			tell(w, http.StatusNotFound, nothingHere)
			return
		case r.Method != http.MethodGet && r.Method != http.MethodHead:
			w.WriteHeader(http.StatusMethodNotAllowed)
			return
		}
		if info, err := fs.Stat(files, name); err == nil && !info.IsDir() && name != "index.html" {
			if strings.HasPrefix(name, "assets/") {
				h.Set("Cache-Control", "public, max-age=31536000, immutable") // named by their content
			}
			assets.ServeHTTP(w, r)
			return
		}
		if missing != nil {
			http.Error(w, "The interface was not built into this program; run make build.", http.StatusNotFound)
			return
		}
		nonce := rand.Text()
		h.Set("Content-Security-Policy", fmt.Sprintf(policy, nonce))
		h.Set("Content-Type", "text/html; charset=utf-8")
		h.Set("Cache-Control", "no-store")
		w.Write(bytes.ReplaceAll(index, nonceMark, []byte(nonce)))
	}
}

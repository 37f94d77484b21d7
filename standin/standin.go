// Package standin is a small simulated web site: an article among menus and
// banners, and a talk with captions. It stands in for the web where there is no
// network, in the demo and the tests.
package standin

import (
	"embed"
	"io/fs"
	"net/http"
)

//go:embed site
var site embed.FS

// Site serves the simulated web site.
func Site() http.Handler {
	files, err := fs.Sub(site, "site")
	if err != nil {
		panic(err) // the folder is embedded above
	}
	return http.FileServerFS(files)
}

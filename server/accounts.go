package server

import (
	"context"
	"net/http"

	"zincowl/app"
)

type credentials struct {
	Body struct {
		Name     string `json:"name" maxLength:"200"`
		Password string `json:"password" maxLength:"1000"`
	}
}

type recovery struct {
	Body struct {
		Name     string `json:"name" maxLength:"200"`
		Code     string `json:"code" maxLength:"100"`
		Password string `json:"password" maxLength:"1000"`
	}
}

// joined is a new account with the codes that are shown once.
type joined struct {
	Account app.Account `json:"account"`
	Codes   []string    `json:"codes" nullable:"false"`
}

func (s *Server) accountOperations() {
	operation(s, http.MethodPost, "/api/accounts", "sign-up", "Make an account and sign in", func(ctx context.Context, in *credentials) (joined, error) {
		a, codes, err := s.app.SignUp(ctx, in.Body.Name, in.Body.Password)
		if err != nil {
			return joined{}, err
		}
		return joined{a, codes}, s.begin(ctx, a)
	}, without)
	operation(s, http.MethodPost, "/api/session", "sign-in", "Sign in", func(ctx context.Context, in *credentials) (app.Account, error) {
		a, err := s.app.SignIn(ctx, in.Body.Name, in.Body.Password)
		if err != nil {
			return a, err
		}
		return a, s.begin(ctx, a)
	}, without)
	operation(s, http.MethodPost, "/api/recovery", "recover", "Set a new password with a recovery code", func(ctx context.Context, in *recovery) (app.Account, error) {
		a, err := s.app.Recover(ctx, in.Body.Name, in.Body.Code, in.Body.Password)
		if err != nil {
			return a, err
		}
		return a, s.begin(ctx, a)
	}, without)
	operation(s, http.MethodDelete, "/api/session", "sign-out", "Sign out", func(ctx context.Context, _ *struct{}) (done, error) {
		return done{true}, s.sessions.Destroy(ctx)
	}, without)
	operation(s, http.MethodGet, "/api/me", "me", "Who is signed in", func(ctx context.Context, _ *struct{}) (app.Account, error) {
		return s.app.Me(ctx, account(ctx))
	})
	operation(s, http.MethodPut, "/api/me/settings", "change-settings", "Change what the account chose about the interface",
		func(ctx context.Context, in *struct{ Body app.Settings }) (app.Settings, error) {
			return in.Body, s.app.ChangeSettings(ctx, account(ctx), in.Body)
		})
}

// begin starts a session; its token is new, so that none from before is of use.
func (s *Server) begin(ctx context.Context, a app.Account) error {
	if err := s.sessions.RenewToken(ctx); err != nil {
		return err
	}
	s.sessions.Put(ctx, "account", a.ID.String())
	return nil
}

module ardentgusset

go 1.26

require (
	github.com/stretchr/testify v1.12.1
	gonum.org/v1/gonum v0.17.0
	pgregory.net/rapid v1.3.0
)

require go.yaml.in/yaml/v3 v3.0.5 // indirect

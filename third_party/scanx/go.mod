module github.com/srwiley/scanx

go 1.26.0

require golang.org/x/image v0.27.0
